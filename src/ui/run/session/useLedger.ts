"use client";

import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import type { Batch } from "../../device/database";
import { type Sent, send } from "../../send";
import type { Ledger } from "../model";
import type { ServerClock } from "./serverClock";
import { useKept } from "./useKept";
import { useLive } from "./useLive";
import { useOutbox } from "./useOutbox";

type Answer = { entries: KeptEntry[] };

const RETRY_MS = 2000;

/** No answer that settles a batch: it is sent again. */
class Unsettled extends Error {
  constructor(readonly waiting: NonNullable<Ledger["waiting"]>) {
    super(waiting);
  }
}

/**
 * The ledger of a job in this browser. What is added shows at once, is stored on the device, and is sent in order
 * until the shop has kept or refused it; every entry carries its own id, so sending it twice counts once. What the
 * shop has kept is stored too, so that a reload without a network shows all of it.
 */
export function useLedger(
  jobId: string,
  initial: readonly KeptEntry[],
  inHand: string | null,
  clock: ServerClock,
): Ledger {
  const { kept, take } = useKept(jobId, initial);
  const { batches, loaded, unstored, put, drop } = useOutbox(jobId);
  const [refused, setRefused] = useState<Ledger["refused"]>(null);
  const after = kept.at(-1)?.seq ?? 0;
  const others = useLive(jobId, after, inHand, take, clock);
  const latest = useRef(after);
  useEffect(() => {
    latest.current = after;
  });

  const { mutate, isPending, failureReason } = useMutation({
    mutationFn: (batch: Batch) => settled(jobId, batch, latest.current),
    networkMode: "always",
    retry: true,
    retryDelay: RETRY_MS,
    onSuccess: (sent, batch) => {
      if (sent.kind === "done") take(sent.data.entries);
      // What follows is judged by itself: it falls with this only where it rests on it.
      else if (sent.kind === "refused")
        setRefused((before) => ({
          why: before?.why ?? sent.message,
          entries: [...(before?.entries ?? []), ...batch],
        }));
      drop(batch);
    },
  });
  const first = batches[0];
  useEffect(() => {
    if (first !== undefined && !isPending) mutate(first);
  }, [first, isPending, mutate]);

  const add = useCallback(
    (entries: readonly Entry[]) => {
      setRefused(null);
      const at = new Date(clock.now()).toISOString();
      put(entries.map((e) => ({ ...e, at })));
    },
    [put, clock],
  );
  const waiting = isPending && failureReason instanceof Unsettled ? failureReason.waiting : null;
  return useMemo(() => {
    const known = new Set(kept.map((e) => e.id));
    const unkept = batches.flat().filter((e) => !known.has(e.id));
    const pending = new Set(unkept.map((e) => e.id));
    return { entries: [...kept, ...unkept], pending, loaded, waiting, unstored, refused, others, add };
  }, [kept, batches, loaded, waiting, unstored, refused, others, add]);
}

/** Sends a batch; gives what settles it. @throws Unsettled where nothing does yet */
async function settled(jobId: string, batch: Batch, after: number): Promise<Sent<Answer>> {
  const entries = batch.map(({ at: _, ...entry }) => entry);
  const sent = await send<Answer>("POST", `/api/jobs/${jobId}/entries`, { entries, after });
  if (sent.kind === "unreached") throw new Unsettled("unreached");
  if (sent.kind === "refused" && sent.status === 401) throw new Unsettled("nobody");
  return sent;
}
