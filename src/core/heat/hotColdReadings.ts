/** Measured growth: the same valve read hot and cold with nothing turned in between. */
import type { ValveRole } from "../engine/engineFile";
import { type LengthUnit, showLength } from "../units/length";
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

/** So many times what is usual of such an engine can't be (assumed). */
const TIMES = 3;
/** What is usual where no rule and no computing says: from nothing to what two alloy castings make. */
const USUAL_MM = 0.27;
/** Growth under it is no growth for this (assumed: what a hand repeats). */
const NOTHING_MM = 0.05;

/**
 * Why a pair can't be, or null: it grows several times what such an engine does, or the other way. `expectedMm` is what
 * is usual of this engine and role; null where nobody knows.
 */
export function pairDoubt(pair: HotColdReading, expectedMm: number | null, unit: LengthUnit): string | null {
  const growth = growthOfReadingMm(pair);
  const sure = Math.abs(growth) - pair.unsureMm;
  const usual = expectedMm ?? USUAL_MM;
  const said = `${pair.valve} ${growth < 0 ? "gets tighter" : "gets wider"} by ${showLength(Math.abs(growth), unit)} hot`;
  if (sure > TIMES * Math.max(Math.abs(usual), NOTHING_MM))
    return `${said}, several times what such an engine does. Read both again, in the right unit.`;
  return sure > NOTHING_MM && growth * usual < 0 && Math.abs(usual) > NOTHING_MM
    ? `${said}, and such an engine goes the other way. Are hot and cold exchanged, or is it another valve?`
    : null;
}

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
