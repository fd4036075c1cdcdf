"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import type { Person } from "@/core/shop/person";
import type { RefusedHere, Waiting } from "./database";
import { keepApart, onOutbox, refusedHere, takeFromOutbox, waitingHere } from "./outbox";
import { isSentBy, refusedBatch, sendBatch, triesAgain, wantsItsPerson } from "./sendBatch";

interface Device {
  readonly waiting: readonly Waiting[];
  readonly refused: readonly RefusedHere[];
}

const RETRY_MS = 2000;
const LOOK_MS = 15_000;

/**
 * What waits on this device, whatever it is for, and what was refused. What the person at work made is sent from here
 * too, but for a run that sends its own. Null until the device was asked, and where it keeps nothing.
 */
export function useThisDevice(person: Person | null, ownRun: string | null, onSent: () => void) {
  const { data, refetch } = useQuery({
    queryKey: ["device", ownRun],
    queryFn: async (): Promise<Device> => {
      const [waiting, refused] = await Promise.all([waitingHere(), refusedHere()]);
      return {
        waiting: waiting.filter((w) => w.jobId !== ownRun),
        refused: refused.filter((r) => r.jobId !== ownRun),
      };
    },
    networkMode: "always",
    retry: false,
    refetchInterval: LOOK_MS,
  });
  useEffect(() => onOutbox(() => void refetch()), [refetch]);
  const personId = person?.id ?? null;
  const latest = useRef(personId);
  useEffect(() => {
    latest.current = personId;
  });
  const sending = useMutation({
    mutationFn: async ({ jobId, engine, batch }: Waiting) => {
      const sent = await sendBatch(jobId, batch, latest.current, 0);
      await takeFromOutbox(jobId, batch, sent.kind === "refused" ? refusedBatch(jobId, engine, batch, sent) : null);
    },
    networkMode: "always",
    retry: triesAgain,
    retryDelay: RETRY_MS,
    onSuccess: onSent,
    onError: (error, { jobId, batch }) => {
      if (wantsItsPerson(error, batch)) void keepApart(jobId, batch).then(reset, () => undefined);
    },
  });
  const { mutate, reset } = sending;
  const idle = !sending.isPending && !sending.isError;
  const first = data?.waiting.find(({ batch }) => batch.by !== null && isSentBy(batch, personId));
  useEffect(() => {
    if (first !== undefined && idle) mutate(first);
  }, [first, idle, mutate]);
  useEffect(() => reset(), [personId, reset]);
  return data ?? null;
}
