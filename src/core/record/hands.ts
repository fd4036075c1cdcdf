/** A hand as gauge studies know it, or practice where no study does, and how that is used where it read: little, for it is there while one reads. Pure. */
import type { Interval } from "../units/interval";
import { type LengthUnit, fineLength } from "../units/length";

/** How a person reads, as a study found it, or gaps on a screen. Lengths in mm. */
export interface Hand {
  readonly person: string;
  /** A standard deviation. */
  readonly repeatMm: number;
  /** What this hand reads more than the others, or than known gaps; null where it was studied alone. */
  readonly biasMm: number | null;
  /** Against what it is biased. */
  readonly against: "others" | "known" | "screen";
  /** When that was done, ISO 8601. */
  readonly at: string;
}

/** Hands by person; nothing of whoever was not studied or does not want it used. */
export type Hands = ReadonlyMap<string, Hand>;
export const NO_HANDS: Hands = new Map();

/** What was read, without what the hand adds. */
export function unbiased({ lo, hi }: Interval, hand: Hand | undefined): Interval {
  const by = hand?.biasMm ?? 0;
  return { lo: lo - by, hi: hi - by };
}

/** Less than this is not worth a word (assumed): half a step of the finest sets. */
const WORTH_SAYING_MM = 0.005;

/** "you read 0.010 mm tighter than others"; null where there is nothing to say. */
export function biasWords({ biasMm, against }: Hand, unit: LengthUnit): string | null {
  if (biasMm === null || Math.abs(biasMm) < WORTH_SAYING_MM) return null;
  return `you read ${fineLength(Math.abs(biasMm), unit)} ${biasMm < 0 ? "tighter" : "wider"} than ${THAN[against]}`;
}
const THAN: Readonly<Record<Hand["against"], string>> = {
  others: "others",
  known: "the gap",
  screen: "the gaps on the screen",
};

/** No leaf tells finer than this, however often it comes out the same (assumed). */
export const LEAST_REPEAT_MM = 0.002;
