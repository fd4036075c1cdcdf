"use client";

import { useCallback } from "react";
import { readStored, useStored } from "../../stored";
import type { Held, Taps } from "../../leaves/taps";

/** What was tapped or held at a valve and not entered yet. */
export interface OnValve {
  readonly taps: Taps;
  readonly held: Held | null;
  /** The blades in the order in which they were touched, the last one last. */
  readonly order?: readonly string[];
}
export const NOTHING_ON: OnValve = { taps: {}, held: null };

export const isEmpty = ({ taps, held }: OnValve): boolean => held === null && Object.keys(taps).length === 0;

/** The same with what was touched at a blade. */
export const touched = ({ order = [] }: OnValve, key: string, taps: Taps): OnValve => ({
  taps,
  held: null,
  order: [...order.filter((k) => k !== key), key],
});

/** Without what was tapped or held last. */
export function withoutLast({ taps, held, order = [] }: OnValve): OnValve {
  const last = order.findLast((k) => k in taps);
  if (held !== null || last === undefined) return NOTHING_ON;
  const { [last]: _, ...rest } = taps;
  return { taps: rest, held: null, order: order.filter((k) => k !== last) };
}

type Stored = Record<string, OnValve>;

/** Taps of every valve that was not entered yet, kept on this device by job and set: a leaf of another set is another leaf. */
export function useTaps(jobId: string, setId: string) {
  const key = `fulcrata-taps-${jobId}-${setId}`;
  const [stored, write] = useStored<Stored>(key);
  const change = useCallback(
    (valve: string, next: OnValve | ((now: OnValve) => OnValve)): void => {
      // From what is kept now, not from what was drawn last: a second tap may come before the first is seen.
      const { [valve]: now = NOTHING_ON, ...rest } = readStored<Stored>(key) ?? {};
      const then = typeof next === "function" ? next(now) : next;
      write(isEmpty(then) ? rest : { ...rest, [valve]: then });
    },
    [key, write],
  );
  return { all: stored ?? NONE, change };
}
const NONE: Stored = {};
