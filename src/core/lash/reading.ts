/**
 * A feeler reading: the largest leaf (or stack) that goes and the smallest that does not.
 *
 * "Goes" means the lash is at least that thick, "no-go" that it is under it. A null end was not
 * tried yet. `goesMm` 0 says that no leaf goes at all.
 */
import { type Interval, interval } from "../units/interval";

export interface LeafReading {
  readonly goesMm: number | null;
  readonly noGoMm: number | null;
}

/** A value with its uncertainty, as a dial or a drag reading gives it. */
export interface ValueReading {
  readonly valueMm: number;
  readonly withinMm: number;
}

export type Reading = LeafReading | ValueReading;

/** No feeler reading is beyond this: it is a slip of the hand or of the unit. */
export const MAX_LASH_MM = 10;

export type ReadingProblem = { readonly field: "goes" | "noGo" | "value" | "within"; readonly why: string };

/** What can't be true in a reading, or null. */
export function readingProblem(reading: Reading): ReadingProblem | null {
  for (const [field, mm] of Object.entries(parts(reading))) {
    const at = field as ReadingProblem["field"];
    if (mm === null) continue;
    if (!Number.isFinite(mm) || mm < 0) return { field: at, why: "A gap can't be negative: read it again." };
    if (mm > MAX_LASH_MM)
      return {
        field: at,
        why: `${trim(mm)} mm can't be lash: the most that is taken is ${MAX_LASH_MM} mm. Check the unit and read it again.`,
      };
  }
  if ("valueMm" in reading) return null;
  const { goesMm, noGoMm } = reading;
  if (goesMm === null && noGoMm === null)
    return { field: "goes", why: "Say at least one leaf that goes or does not go." };
  if (noGoMm === 0) return { field: "noGo", why: "A leaf that does not go has a thickness." };
  if (goesMm !== null && noGoMm !== null && goesMm >= noGoMm) {
    return {
      field: "noGo",
      why:
        goesMm === noGoMm
          ? `${trim(goesMm)} mm can't both go and not go: try it once more.`
          : `${trim(goesMm)} mm goes but the thinner ${trim(noGoMm)} mm does not: one of the two is a slip. Try both once more.`,
    };
  }
  return null;
}

const parts = (r: Reading): Partial<Record<ReadingProblem["field"], number | null>> =>
  "valueMm" in r ? { value: r.valueMm, within: r.withinMm } : { goes: r.goesMm, noGo: r.noGoMm };

const trim = (mm: number): string => String(Math.round(mm * 10000) / 10000);

/** True when no leaf at all goes: the valve may be held open. */
export const isZero = (reading: Reading): boolean =>
  "valueMm" in reading ? reading.valueMm === 0 && reading.withinMm === 0 : reading.goesMm === 0;

/** The lash that a reading allows, in mm. @throws RangeError when the reading contradicts itself. */
export function lashOf(reading: Reading): Interval {
  const problem = readingProblem(reading);
  if (problem !== null) throw new RangeError(`lashOf: ${problem.why}`);
  if ("valueMm" in reading) {
    return interval(Math.max(0, reading.valueMm - reading.withinMm), reading.valueMm + reading.withinMm);
  }
  const lo = reading.goesMm ?? 0;
  return interval(lo, reading.noGoMm ?? (isZero(reading) ? 0 : Infinity));
}

/** Where a turn starts from: the middle of the reading; null while one end is open. */
export function startMm(reading: Reading): number | null {
  if ("valueMm" in reading) return reading.valueMm;
  const lash = lashOf(reading);
  // An untried lower end is not zero lash: only a leaf that went, or none going, says where to start.
  if (reading.goesMm === null || lash.hi === Infinity) return null;
  return (lash.lo + lash.hi) / 2;
}
