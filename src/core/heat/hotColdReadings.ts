/** Measured growth: the same valve read hot and cold with nothing turned in between. */
import type { ValveRole } from "../engine/engineFile";
import { median } from "../units/median";

export interface HotColdReading {
  readonly valve: string;
  readonly role: ValveRole;
  /** Middle of each reading. */
  readonly hotMm: number;
  readonly coldMm: number;
  /** How far either reading's leaves leave it open, together, to one side. */
  readonly unsureMm: number;
}

export interface MeasuredGrowth {
  readonly growthMm: number;
  readonly rangeMm: readonly [number, number];
  readonly count: number;
}

export const growthOfReadingMm = ({ hotMm, coldMm }: HotColdReading): number => hotMm - coldMm;

/**
 * The growth of a role: the median of its readings, with their spread; a single one spreads as far as its leaves
 * leave open. Null without pairs.
 */
export function measuredGrowth(pairs: readonly HotColdReading[], role: ValveRole): MeasuredGrowth | null {
  const own = pairs.filter((p) => p.role === role);
  if (own.length === 0) return null;
  const all = own.map(growthOfReadingMm);
  const first = own[0];
  const rangeMm: readonly [number, number] =
    own.length === 1 && first !== undefined
      ? [growthOfReadingMm(first) - first.unsureMm, growthOfReadingMm(first) + first.unsureMm]
      : [Math.min(...all), Math.max(...all)];
  return { growthMm: median(all), rangeMm, count: own.length };
}
