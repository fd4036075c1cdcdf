/** The arm and the pivot's height from widths that a marker showed at several pushrods: least squares. Lengths in mm. Pure. */
import { pivotWithMm } from "./pushrod";
import { sweepOf } from "./sweep";

/** The width of the swept patch with a pushrod. */
export interface MeasuredWidth {
  readonly lengthMm: number;
  readonly sweepMm: number;
}

export interface FitInput {
  readonly measured: readonly MeasuredWidth[];
  readonly tipRadiusMm: number;
  readonly liftMm: number;
  readonly ratio: number;
  /** The pivot's height is found with this pushrod. */
  readonly fittedMm: number;
  /** Null where it is found as well. */
  readonly armMm: number | null;
}

export interface Fit {
  readonly armMm: number;
  readonly pivotAboveMm: number;
  /** What remains between the widths and the curve: root of the mean square. */
  readonly rmsMm: number;
}

/** Fewer widths tell nothing that could be wrong. */
export const LEAST_WIDTHS = 3;
/** Arms are looked for in these bounds. */
export const ARM_BOUNDS_MM = [20, 120] as const;

const ARM_STEP_MM = 0.5;
const HEIGHTS = 240;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const NARROW = 60;

interface Least {
  readonly x: number;
  readonly f: number;
}

/** The least of a function in an interval in which it falls and rises once. */
function narrowed(f: (x: number) => number, from: number, to: number): Least {
  let [a, b] = [from, to];
  let [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fc, fd] = [f(c), f(d)];
  for (let i = 0; i < NARROW; i++) {
    if (fc <= fd) {
      [b, d, fd] = [d, c, fc];
      c = b - GOLDEN * (b - a);
      fc = f(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + GOLDEN * (b - a);
      fd = f(d);
    }
  }
  const x = (a + b) / 2;
  return { x, f: f(x) };
}

/** The least of a function over an interval: looked at in steps, and narrowed at each of its valleys. */
function leastOver(f: (x: number) => number, from: number, to: number, steps: number): Least | null {
  const width = (to - from) / steps;
  const at = Array.from({ length: steps + 1 }, (_, i) => f(from + i * width));
  let least: Least | null = null;
  at.forEach((here, i) => {
    if (!Number.isFinite(here) || here > (at[i - 1] ?? Infinity) || here > (at[i + 1] ?? Infinity)) return;
    const x = from + i * width;
    const found = narrowed(f, Math.max(from, x - width), Math.min(to, x + width));
    if (least === null || found.f < least.f) least = found;
  });
  return least;
}

/** Null where no arm reaches with all of these pushrods. @throws RangeError with fewer than three widths */
export function fitWidths(input: FitInput): Fit | null {
  const { measured, tipRadiusMm, liftMm, armMm } = input;
  if (measured.length < LEAST_WIDTHS) throw new RangeError(`fitWidths: ${measured.length} widths`);
  const squares = (arm: number, pivotAboveMm: number): number =>
    measured.reduce((sum, m) => {
      const sweep = sweepOf({ armMm: arm, tipRadiusMm, liftMm }, pivotWithMm({ ...input, pivotAboveMm }, m.lengthMm));
      return sweep === null ? Infinity : sum + (sweep.sweepMm - m.sweepMm) ** 2;
    }, 0);
  // Heights at which the arm reaches, both closed and at full lift, with the pushrod that is fitted.
  const height = (arm: number): Least | null =>
    leastOver((h) => squares(arm, h), tipRadiusMm - arm, tipRadiusMm - liftMm + arm, HEIGHTS);
  const arm =
    armMm ??
    leastOver(
      (a) => height(a)?.f ?? Infinity,
      ARM_BOUNDS_MM[0],
      ARM_BOUNDS_MM[1],
      (ARM_BOUNDS_MM[1] - ARM_BOUNDS_MM[0]) / ARM_STEP_MM,
    )?.x;
  if (arm === undefined) return null;
  const found = height(arm);
  if (found === null || !Number.isFinite(found.f)) return null;
  return { armMm: arm, pivotAboveMm: found.x, rmsMm: Math.sqrt(found.f / measured.length) };
}
