/** Shims of a stock that goes up in steps: what each leaves, around the one that is wanted. */
import { lashWithMm } from "../shims/oneValve";

export interface SizeLeaves {
  readonly thicknessMm: number;
  readonly lashMm: number;
  /** Nearest to what is wanted. */
  readonly nearest: boolean;
}

/** So many sizes to either side. */
const AROUND = 3;

/**
 * The sizes next to the wanted thickness, in steps counted from zero, thinnest first; none thinner than one step. Where
 * two are equally near, the thinner one counts: a wide gap can be closed, a tight one burns.
 * @throws RangeError unless the step is positive
 */
export function sizesAround(wantedMm: number, stepMm: number, fittedMm: number, lashMm: number): SizeLeaves[] {
  if (!(stepMm > 0)) throw new RangeError(`sizesAround: the step must be positive: ${stepMm}`);
  const nearest = Math.max(1, Math.ceil(wantedMm / stepMm - 0.5 - 1e-9));
  return Array.from({ length: 2 * AROUND + 1 }, (_, i) => nearest - AROUND + i)
    .filter((n) => n >= 1)
    .map((n) => {
      const thicknessMm = Math.round(n * stepMm * 1e6) / 1e6;
      return { thicknessMm, lashMm: lashWithMm(fittedMm, lashMm, thicknessMm), nearest: n === nearest };
    });
}
