/** What the lash should be once another part is in, beside what was read then. */
import type { Interval } from "../../units/interval";
import type { LedgerEntry, ReadingEntry } from "./entry";
import { intervalOf } from "./readings";

export interface PredictedLash {
  /** From the reading before and both parts, in mm; never below no gap. */
  readonly predictedMm: Interval;
  /** The first reading after the part was fitted. */
  readonly achieved: ReadingEntry;
}

/**
 * For each part that was fitted at a valve and read after; `work` is what was done there, in order. Nothing for a
 * closer (it leaves the opener's gap as it is), nor where nobody measured what came out.
 */
export function predictedLash(work: readonly LedgerEntry[]): PredictedLash[] {
  return work.flatMap((e, i) => {
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
