"use client";

import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Entry } from "@/core/job/ledger/entry";
import type { RunPageData } from "@/core/job/pages/run";
import type { Person } from "@/core/shop/person";
import { usePass } from "../../device/Handed";
import type { Batch, RefusedHere } from "../../device/database";
import { forgetRefused } from "../../device/outbox";
import { Unsettled, isSentBy, refusedBatch, sendBatch, triesAgain, wantsItsPerson } from "../../device/sendBatch";
import type { Ledger } from "../model";
import type { ServerClock } from "./serverClock";
import { useKept } from "./useKept";
import { useLive } from "./useLive";
import { useOutbox } from "./useOutbox";

const RETRY_MS = 2000;

/**
 * The ledger of a job in this browser. What is added shows at once, is stored on the device, and is sent in order
 * until the shop has kept or refused it; every entry carries its own id, so sending it twice counts once. What the
 * shop has kept is stored too, so that a reload without a network shows all of it. What another person left here
 * waits until that person is chosen; what the shop refused stays in sight until somebody has dealt with it.
 */
export function useLedger(
  { id: jobId, file, entries: initial, refused: refusedBefore }: RunPageData,
  person: Person | null,
  inHand: string | null,
  clock: ServerClock,
): Ledger {
  const { kept, take } = useKept(jobId, initial);
  const { batches, refused: here, loaded, unstored, put, leave, drop } = useOutbox(jobId, file.name);
  const [justRefused, setJustRefused] = useState<Ledger["justRefused"]>(null);
  const after = kept.at(-1)?.seq ?? 0;
  const { others, refused: inShop, heard, ask } = useLive(jobId, after, inHand, take, clock);
  const personId = person?.id ?? null;
  const pass = usePass();
  const latest = useRef({ after, personId });
  useEffect(() => {
    latest.current = { after, personId };
  });

  const { mutate, reset, isPending, isError, failureReason } = useMutation({
    mutationFn: (batch: Batch) => sendBatch(jobId, batch, latest.current.personId, latest.current.after),
    networkMode: "always",
    retry: triesAgain,
    retryDelay: RETRY_MS,
    onSuccess: (sent, batch) => {
      if (sent.kind === "done") take(sent.data.entries);
      // What follows is judged by itself: it falls with this only where it rests on it.
      else if (sent.kind === "refused")
        setJustRefused((before) => ({
          why: before?.why ?? sent.message,
          entries: [...(before?.entries ?? []), ...batch.entries],
        }));
      drop(batch, sent.kind === "refused" ? refusedBatch(jobId, file.name, batch, sent) : null);
      // What stands now is not what it was taken for.
      if (sent.kind === "refused") ask();
    },
    onError: (error, batch) => {
      if (!wantsItsPerson(error, batch)) return;
      leave(batch);
      reset();
    },
  });
  const [own, apart] = useMemo(() => {
    const mine = (b: Batch): boolean => isSentBy(b, personId);
    return [batches.filter(mine), batches.filter((b) => !mine(b))];
  }, [batches, personId]);
  const first = own[0];
  useEffect(() => {
    if (first !== undefined && !isPending && !isError) mutate(first);
  }, [first, isPending, isError, mutate]);
  // Another person is there: what failed for the one before is theirs to send, or not.
  useEffect(() => reset(), [personId, reset]);

  const add = useCallback(
    (entries: readonly Entry[], word?: string) => {
      setJustRefused(null);
      const at = new Date(clock.now()).toISOString();
      put({
        entries: entries.map((e) => ({ ...e, at })),
        by: person === null ? null : { id: person.id, name: person.name },
        madeAt: new Date(clock.made()).toISOString(),
        ...(word === undefined ? {} : { word }),
        ...(pass === null ? {} : { pass }),
      });
    },
    [put, clock, person, pass],
  );
  const refused = useRefused(here, heard ? inShop : refusedBefore, heard, file.name);
  const waiting =
    (isPending || isError) && failureReason instanceof Unsettled
      ? failureReason.waits
      : person === null && batches.length > 0
        ? "nobody"
        : null;
  return useMemo(() => {
    const known = new Set(kept.map((e) => e.id));
    const unkept = own.flatMap((b) => b.entries).filter((e) => !known.has(e.id));
    const pending = new Set(unkept.map((e) => e.id));
    return {
      entries: [...kept, ...unkept],
      pending,
      apart,
      loaded,
      waiting,
      unstored,
      justRefused,
      refused,
      others,
      add,
    };
  }, [kept, own, apart, loaded, waiting, unstored, justRefused, refused, others, add]);
}

/** What was refused here or elsewhere: the shop says what was dealt with, of what it keeps itself. */
function useRefused(
  here: readonly RefusedHere[],
  inShop: RunPageData["refused"],
  heard: boolean,
  engine: string,
): readonly RefusedHere[] {
  const open = useMemo(() => new Set(inShop.map((r) => r.id)), [inShop]);
  // A refusal is on this device a moment before the shop is heard to have it: seen there once, it may be gone again.
  const seen = useRef(new Set<string>());
  useEffect(() => {
    for (const id of open) seen.current.add(id);
    if (!heard) return;
    for (const r of here)
      if (seen.current.has(r.id) && !open.has(r.id)) void forgetRefused(r.id).catch(() => undefined);
  }, [here, open, heard]);
  return useMemo(
    () => [...inShop.map((r) => ({ ...r, engine, known: true })), ...here.filter((r) => !open.has(r.id))],
    [here, inShop, open, engine],
  );
}
