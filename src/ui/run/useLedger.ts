"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Entry, KeptEntry } from "@/core/run/entry";
import { send } from "../send";
import { readStored, useStored, writeStored } from "../stored";

export interface Ledger {
  /** Kept by the shop, then what is still on its way, in order. */
  readonly entries: readonly Entry[];
  /** Ids that the shop has not kept yet. */
  readonly pending: ReadonlySet<string>;
  /** Set while the shop does not answer, or wants to know who is at work. */
  readonly waiting: "unreached" | "nobody" | null;
  /** What the shop refused last, and why in its own words. */
  readonly refused: { readonly why: string; readonly entries: readonly Entry[] } | null;
  readonly add: (entries: readonly Entry[]) => void;
  readonly retry: () => void;
}

type Batch = readonly Entry[];
type Answer = { entries: KeptEntry[] };

const RETRY_MS = 2000;
const NOTHING: readonly Batch[] = [];

/**
 * The ledger of a job in this browser. What is added shows at once, is stored on the device, and is
 * sent in order until the shop has kept or refused it; every entry carries its own id, so sending
 * it twice counts once.
 */
export function useLedger(jobId: string, initial: readonly KeptEntry[]): Ledger {
  const key = `fulcrata-unkept-${jobId}`;
  const [kept, setKept] = useState<readonly KeptEntry[]>(initial);
  const [stored] = useStored<readonly Batch[]>(key);
  const batches = stored ?? NOTHING;
  const [waiting, setWaiting] = useState<Ledger["waiting"]>(null);
  const [refused, setRefused] = useState<Ledger["refused"]>(null);
  const [round, setRound] = useState(0);
  const sending = useRef(false);
  const retry = useCallback(() => setRound((r) => r + 1), []);

  /** Takes the longer ledger: answers may overtake each other, and the ledger only grows. */
  const take = useCallback((entries: readonly KeptEntry[]) => {
    setKept((now) => (entries.length > now.length ? entries : now));
  }, []);

  const refresh = useCallback(async () => {
    const sent = await send<Answer>("GET", `/api/jobs/${jobId}/entries`);
    if (sent.kind === "done") take(sent.data.entries);
  }, [jobId, take]);

  useEffect(() => {
    const first = batches[0];
    if (first === undefined || sending.current) return;
    sending.current = true;
    void send<Answer>("POST", `/api/jobs/${jobId}/entries`, { entries: first }).then((sent) => {
      sending.current = false;
      if (sent.kind === "done") {
        take(sent.data.entries);
        setWaiting(null);
        dropFirst(key, first);
      } else if (sent.kind === "refused" && sent.status !== 401) {
        // What was to follow rests on what was refused: none of it can stand.
        setRefused({ why: sent.message, entries: batches.flat() });
        setWaiting(null);
        writeStored(key, null);
        void refresh();
      } else {
        setWaiting(sent.kind === "refused" ? "nobody" : "unreached");
        setTimeout(retry, RETRY_MS);
      }
      // A batch that came meanwhile is sent in the next round.
      if (sent.kind === "done") retry();
    });
  }, [batches, jobId, key, round, retry, take, refresh]);

  // Somebody may have worked on this job elsewhere while this device looked away.
  useEffect(() => {
    const look = (): void => {
      if (document.visibilityState === "visible") void refresh();
    };
    document.addEventListener("visibilitychange", look);
    window.addEventListener("focus", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      window.removeEventListener("focus", look);
    };
  }, [refresh]);

  const add = useCallback((entries: Batch) => {
    setRefused(null);
    writeStored(key, [...(readStored<Batch[]>(key) ?? []), entries]);
  }, [key]);

  return useMemo(() => {
    const known = new Set(kept.map((e) => e.id));
    const unkept = batches.flat().filter((e) => !known.has(e.id));
    return { entries: [...kept, ...unkept], pending: new Set(unkept.map((e) => e.id)), waiting, refused, add, retry };
  }, [kept, batches, waiting, refused, add, retry]);
}

function dropFirst(key: string, done: Batch): void {
  const rest = (readStored<Batch[]>(key) ?? []).filter((b) => b[0]?.id !== done[0]?.id);
  writeStored(key, rest.length === 0 ? null : rest);
}
