"use client";

import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { RefusedBatch } from "@/core/job/ledger/refused";
import { asked } from "../../query";
import { readStored, writeStored } from "../../stored";
import type { Other } from "../model";
import type { ServerClock } from "./serverClock";

/** Others are seen within two seconds; once they are there, sooner. */
const ALONE_MS = 1600;
const TOGETHER_MS = 800;

const NOBODY: readonly Other[] = [];
const NOTHING: readonly RefusedBatch[] = [];

/** This device, so that two of one person are two hands; two tabs of it are two hands as well. */
function handId(): string {
  const known = readStored<string>("fulcrata-device") ?? crypto.randomUUID();
  writeStored("fulcrata-device", known);
  return known.slice(0, -4) + crypto.randomUUID().slice(-4);
}

interface Live {
  readonly nowMs: number;
  readonly entries: readonly KeptEntry[];
  readonly refused: readonly RefusedBatch[];
  readonly others: readonly Other[];
}

/**
 * Asks again and again, while the page is looked at, what others did since `after`, and says which
 * valve is in hand here. Gives who else is at this job, what it did not take, and how to ask at once.
 */
export function useLive(
  jobId: string,
  after: number,
  inHand: string | null,
  take: (entries: readonly KeptEntry[]) => void,
  clock: ServerClock,
): {
  readonly others: readonly Other[];
  readonly refused: readonly RefusedBatch[];
  /** The shop was heard at all since this page is open. */
  readonly heard: boolean;
  readonly ask: () => void;
} {
  const [device] = useState(() => (typeof window === "undefined" ? "" : handId()));
  const latest = useRef({ after, inHand });
  useEffect(() => {
    latest.current = { after, inHand };
  });
  const { data, isError, refetch } = useQuery({
    queryKey: ["live", jobId],
    queryFn: () =>
      asked<Live>("POST", `/api/jobs/${jobId}/live`, {
        after: latest.current.after,
        device,
        valve: latest.current.inHand,
      }),
    refetchInterval: ({ state }) => ((state.data?.others.length ?? 0) > 0 ? TOGETHER_MS : ALONE_MS),
    retry: false,
  });
  useEffect(() => {
    if (data === undefined) return;
    clock.sync(data.nowMs);
    take(data.entries);
  }, [data, take, clock]);
  const ask = useCallback(() => void refetch(), [refetch]);
  return {
    others: isError || data === undefined ? NOBODY : data.others,
    refused: data?.refused ?? NOTHING,
    heard: data !== undefined,
    ask,
  };
}
