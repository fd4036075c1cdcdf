"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Entry, KeptEntry, Made } from "@/core/run/entry";
import { send } from "../send";
import { readStored, useStored, writeStored } from "../stored";
import type { ServerClock } from "./serverClock";
import { useLive } from "./useLive";

export interface Ledger {
  /** Kept by the shop, then what is still on its way, in order. */
  readonly entries: readonly Made[];
  /** Ids that the shop has not kept yet. */
  readonly pending: ReadonlySet<string>;
  /** Set while the shop does not answer, or wants to know who is at work. */
  readonly waiting: "unreached" | "nobody" | null;
  /** What the shop refused last, and why in its own words. */
  readonly refused: { readonly why: string; readonly entries: readonly Entry[] } | null;
  /** Others at this job, with the valve that each has in hand. */
  readonly others: readonly { readonly person: string; readonly valve: string | null }[];
  readonly add: (entries: readonly Entry[]) => void;
  readonly retry: () => void;
}

/** `at` is the shop's time as this device takes it, until the shop says it itself. */
type Batch = readonly (Entry & { readonly at?: string })[];
type Answer = { entries: KeptEntry[] };

const RETRY_MS = 2000;
const NOTHING: readonly Batch[] = [];

/**
 * The ledger of a job in this browser. What is added shows at once, is stored on the device, and is
 * sent in order until the shop has kept or refused it; every entry carries its own id, so sending
 * it twice counts once. What the shop has kept is stored too, so that a reload without a network
 * shows all of it.
 */
export function useLedger(
  jobId: string,
  initial: readonly KeptEntry[],
  inHand: string | null,
  clock: ServerClock,
): Ledger {
  const key = `fulcrata-unkept-${jobId}`;
  const keptKey = `fulcrata-kept-${jobId}`;
  const [heard, setHeard] = useState<readonly KeptEntry[]>(initial);
  // A page from before the network went may be behind what this device has seen.
  const [seen] = useStored<readonly KeptEntry[]>(keptKey);
  const kept = longer(heard, seen);
  const [stored] = useStored<readonly Batch[]>(key);
  const batches = stored ?? NOTHING;
  const [waiting, setWaiting] = useState<Ledger["waiting"]>(null);
  const [refused, setRefused] = useState<Ledger["refused"]>(null);
  const [round, setRound] = useState(0);
  const sending = useRef(false);
  const retry = useCallback(() => setRound((r) => r + 1), []);

  /** Joins what is known with what came: the ledger only grows, and answers may overtake each other. */
  const take = useCallback(
    (entries: readonly KeptEntry[]) => {
      setHeard((heard) => {
        const now = longer(heard, readStored(keptKey));
        const last = now.at(-1)?.seq ?? 0;
        const fresh = entries.filter((e) => e.seq > last).sort((a, b) => a.seq - b.seq);
        return fresh.length === 0 || fresh[0]?.seq !== last + 1 ? now : [...now, ...fresh];
      });
    },
    [keptKey],
  );
  useEffect(
    () => writeStored(keptKey, heard.some((e) => e.kind === "closed") ? null : longer(heard, readStored(keptKey))),
    [keptKey, heard],
  );

  const others = useLive(jobId, kept.at(-1)?.seq ?? 0, inHand, take, clock);

  useEffect(() => {
    const first = batches[0];
    if (first === undefined || sending.current) return;
    sending.current = true;
    void send<Answer>("POST", `/api/jobs/${jobId}/entries`, {
      entries: first.map(bare),
      after: readStored<KeptEntry[]>(keptKey)?.at(-1)?.seq ?? 0,
    }).then((sent) => {
      sending.current = false;
      if (sent.kind === "done") {
        take(sent.data.entries);
        setWaiting(null);
        dropFirst(key, first);
        // A batch that came meanwhile is sent in the next round.
        retry();
      } else if (sent.kind === "refused" && sent.status !== 401) {
        // What follows is judged by itself: it falls with this only where it rests on it.
        setRefused((before) => ({
          why: before?.why ?? sent.message,
          entries: [...(before?.entries ?? []), ...first],
        }));
        setWaiting(null);
        dropFirst(key, first);
        retry();
      } else {
        setWaiting(sent.kind === "refused" ? "nobody" : "unreached");
        setTimeout(retry, RETRY_MS);
      }
    });
  }, [batches, jobId, key, keptKey, round, retry, take]);

  // A network that comes back is used at once.
  useEffect(() => {
    window.addEventListener("online", retry);
    return () => window.removeEventListener("online", retry);
  }, [retry]);

  const add = useCallback(
    (entries: Batch) => {
      setRefused(null);
      const at = new Date(clock.now()).toISOString();
      writeStored(key, [...(readStored<Batch[]>(key) ?? []), entries.map((e) => ({ ...e, at }))]);
    },
    [key, setRefused, clock],
  );

  return useMemo(() => {
    const known = new Set(kept.map((e) => e.id));
    const unkept = batches.flat().filter((e) => !known.has(e.id));
    return {
      entries: [...kept, ...unkept],
      pending: new Set(unkept.map((e) => e.id)),
      waiting,
      refused,
      others,
      add,
      retry,
    };
  }, [kept, batches, waiting, refused, others, add, retry]);
}

/** Of two views of a ledger the one that has seen more: a ledger only grows. */
const longer = (a: readonly KeptEntry[], b: readonly KeptEntry[] | null): readonly KeptEntry[] =>
  (b?.at(-1)?.seq ?? 0) > (a.at(-1)?.seq ?? 0) && b !== null ? b : a;

/** As it is sent: the shop stamps it itself. */
const bare = ({ at: _, ...entry }: Batch[number]): Omit<Batch[number], "at"> => entry;

function dropFirst(key: string, done: Batch): void {
  const rest = (readStored<Batch[]>(key) ?? []).filter((b) => b[0]?.id !== done[0]?.id);
  writeStored(key, rest.length === 0 ? null : rest);
}
