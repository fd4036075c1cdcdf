/** Uncertain values in mm. A feeler reading is one: at least the leaf that goes, under the one that does not. */

/** `[lo, hi]` with `lo <= hi`; `hi` is Infinity while no leaf has refused. */
export interface Interval {
  readonly lo: number;
  readonly hi: number;
}

/** @throws RangeError when the ends are crossed or not numbers. */
export function interval(lo: number, hi: number): Interval {
  if (!(lo <= hi)) throw new RangeError(`interval: ends crossed or not numbers: [${lo}, ${hi}]`);
  return { lo, hi };
}
