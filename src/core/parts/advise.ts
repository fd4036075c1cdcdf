/**
 * Which sizes to keep, from what the shop's own jobs wanted: the fewest parts with which the next job does not wait, at a
 * given chance.
 *
 * Each size is wanted by a job as often as a Poisson variable of its own says (assumed: sizes come independently), its
 * rate the mean over past jobs, part of every want spread to the sizes beside it: what was 2.60 this time may be 2.55 the
 * next. The logarithm of a Poisson distribution function is concave, so adding the part that gains most, one by one, is exact.
 */

/** Sizes are kept in steps of this (usual in the trade). */
export const KEPT_STEP_MM = 0.05;
/** A want counts half at its own size, a quarter at each beside it (assumed). */
const OWN_SHARE = 0.5;
const BESIDE_SHARE = 0.25;
/** More of one size no shop keeps. */
const MOST_OF_ONE = 40;

export interface SizeAdvice {
  readonly thicknessMm: number;
  /** How many past jobs took of just this size. */
  readonly wanted: number;
  /** How many are wanted by a job on the average. */
  readonly rate: number;
  /** How many to keep. */
  readonly keep: number;
  /** How many lie there now, of this size or within half a step. */
  readonly have: number;
}
export interface Advice {
  readonly sizes: readonly SizeAdvice[];
  /** The chance that the next job does not wait, with what lies there now, and with what is to be kept. */
  readonly chanceNow: number;
  readonly chanceKept: number;
  readonly jobs: number;
}

/** The step that a thickness belongs to. */
export const sizeOf = (mm: number): number => Math.round(Math.round(mm / KEPT_STEP_MM) * KEPT_STEP_MM * 1000) / 1000;

/** `wantsMm` holds what was put in, job by job; `haveMm` what lies there. @throws RangeError unless the chance lies above 0 and below 1 */
export function adviseStock(
  wantsMm: readonly (readonly number[])[],
  haveMm: readonly number[],
  chance = 0.95,
): Advice {
  if (!(chance > 0 && chance < 1)) throw new RangeError(`adviseStock: no chance: ${chance}`);
  const [wanted, rates, have] = [new Map<number, number>(), new Map<number, number>(), new Map<number, number>()];
  const add = (to: Map<number, number>, mm: number, by: number): void => {
    to.set(mm, (to.get(mm) ?? 0) + by);
  };
  for (const mm of haveMm) add(have, sizeOf(mm), 1);
  for (const mm of wantsMm.flat()) {
    const size = sizeOf(mm);
    add(wanted, size, 1);
    for (const [at, share] of [
      [size, OWN_SHARE],
      [size - KEPT_STEP_MM, BESIDE_SHARE],
      [size + KEPT_STEP_MM, BESIDE_SHARE],
    ] as const)
      add(rates, sizeOf(at), share / wantsMm.length);
  }
  const sizes = [...rates].sort(([a], [b]) => a - b);
  const keep = keepFor(
    sizes.map(([, rate]) => rate),
    chance,
  );
  const logChance = (counts: readonly number[]): number =>
    sizes.reduce((sum, [, rate], i) => sum + Math.log(atMost(counts[i] ?? 0, rate)), 0);
  return {
    jobs: wantsMm.length,
    chanceNow: Math.exp(logChance(sizes.map(([mm]) => have.get(mm) ?? 0))),
    chanceKept: Math.exp(logChance(keep)),
    sizes: sizes.map(([thicknessMm, rate], i) => ({
      thicknessMm,
      rate,
      wanted: wanted.get(thicknessMm) ?? 0,
      keep: keep[i] ?? 0,
      have: have.get(thicknessMm) ?? 0,
    })),
  };
}

/** The fewest parts by size with which a job does not wait at this chance. */
export function keepFor(rates: readonly number[], chance: number): number[] {
  const keep = rates.map(() => 0);
  const target = Math.log(chance);
  const gain = (i: number): number =>
    Math.log(atMost((keep[i] ?? 0) + 1, rates[i] ?? 0)) - Math.log(atMost(keep[i] ?? 0, rates[i] ?? 0));
  let reached = rates.reduce((sum, rate) => sum + Math.log(atMost(0, rate)), 0);
  for (let step = 0; reached < target - 1e-12 && step < MOST_OF_ONE * rates.length; step++) {
    let best = 0;
    for (let i = 1; i < rates.length; i++) if (gain(i) > gain(best)) best = i;
    reached += gain(best);
    keep[best] = (keep[best] ?? 0) + 1;
  }
  return keep;
}

/** The chance that at most so many are wanted. */
export function atMost(count: number, rate: number): number {
  let term = Math.exp(-rate);
  let sum = term;
  for (let k = 1; k <= count; k++) sum += term *= rate / k;
  return Math.min(1, sum);
}
