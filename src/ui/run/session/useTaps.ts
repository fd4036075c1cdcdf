"use client";

import { useCallback } from "react";
import { readStored, useStored } from "../../stored";
import type { Held, Taps } from "./taps";

/** What was tapped or held at a valve and not entered yet. */
export interface OnValve {
  readonly taps: Taps;
  readonly held: Held | null;
}
export const NOTHING_ON: OnValve = { taps: {}, held: null };

type Stored = Record<string, OnValve>;

/** Taps of every valve that was not entered yet, kept on this device by job and set: a leaf of another set is another leaf. */
export function useTaps(jobId: string, setId: string) {
  const key = `fulcrata-taps-${jobId}-${setId}`;
  const [stored, write] = useStored<Stored>(key);
  const change = useCallback(
    (valve: string, next: OnValve): void => {
      const { [valve]: _, ...rest } = readStored<Stored>(key) ?? {};
      const empty = next.held === null && Object.keys(next.taps).length === 0;
      write(empty ? rest : { ...rest, [valve]: next });
    },
    [key, write],
  );
  return { all: stored ?? NONE, change };
}
const NONE: Stored = {};
