/** What the lash should be once another part is in, beside what was read then. */
import type { Interval } from "../units/interval";
import type { Entry, ReadingEntry } from "./entry";
import { intervalOf } from "./job";

export interface PredictedLash {
  /** From the reading before and both parts. */
  readonly predictedMm: Interval;
  /** The first reading after the part was fitted. */
  readonly achieved: ReadingEntry;
}

/** For each part that was fitted at a valve and read after; `work` is what was done there, in order. */
export function predictedLash(work: readonly Entry[]): PredictedLash[] {
  return work.flatMap((e, i) => {
    // A closer leaves the opener's gap as it is.
    if (e.kind !== "fitted" || e.fromMm === null || e.part === "closer") return [];
    const before = work.slice(0, i).findLast((w) => w.kind === "reading");
    const after = work.slice(i + 1).find((w) => w.kind === "reading" || w.kind === "fitted");
    if (before?.kind !== "reading" || after?.kind !== "reading") return [];
    const was = intervalOf(before);
    const thinner = e.fromMm - e.lengthMm;
    return [
      { predictedMm: { lo: Math.max(0, was.lo + thinner), hi: Math.max(0, was.hi + thinner) }, achieved: after },
    ];
  });
}
