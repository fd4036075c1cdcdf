/**
 * Pushrods and shims that put the pivot where it belongs. On a stud the nut follows the pushrod until the lash is right
 * again, so its length sets the pivot's height; on a shaft only the stands do. Lengths in mm. Pure.
 */
import { type RockerArm, bestPivotMm, sweepOf } from "./sweep";

/** A stud rocker as it stands. */
export interface StudRocker extends RockerArm {
  /** How much further the valve goes than the pushrod; over 0. */
  readonly ratio: number;
  /** The length of the pushrod with which the pivot stands so high. */
  readonly fittedMm: number;
  readonly pivotAboveMm: number;
}

/** How far the pivot rises with a pushrod longer by one. */
const risePerMm = (ratio: number): number => ratio / (1 + ratio);

/** The pivot's height with another pushrod. */
export const pivotWithMm = ({ ratio, fittedMm, pivotAboveMm }: Omit<StudRocker, keyof RockerArm>, lengthMm: number) =>
  pivotAboveMm + (lengthMm - fittedMm) * risePerMm(ratio);

/** The pushrod with the narrowest sweep. */
export const idealLengthMm = (rocker: Omit<StudRocker, "armMm">): number =>
  rocker.fittedMm + (bestPivotMm(rocker) - rocker.pivotAboveMm) / risePerMm(rocker.ratio);

export interface LengthTried {
  readonly lengthMm: number;
  readonly pivotAboveMm: number;
  /** Null where it is out of reach. */
  readonly sweepMm: number | null;
}

export const tryLength = (rocker: StudRocker, lengthMm: number): LengthTried => {
  const pivotAboveMm = pivotWithMm(rocker, lengthMm);
  return { lengthMm, pivotAboveMm, sweepMm: sweepOf(rocker, pivotAboveMm)?.sweepMm ?? null };
};

/** Sweeps that differ by less are the same: then the shorter pushrod is the better (stiffer) one. */
const SAME_SWEEP_MM = 0.005;

/** The best of those that can be had; null where none is in reach. */
export function bestLength(tried: readonly LengthTried[]): LengthTried | null {
  const reach = tried.flatMap((t) => (t.sweepMm === null ? [] : [{ ...t, sweepMm: t.sweepMm }]));
  const least = Math.min(...reach.map((t) => t.sweepMm));
  return reach.filter((t) => t.sweepMm - least < SAME_SWEEP_MM).sort((a, b) => a.lengthMm - b.lengthMm)[0] ?? null;
}

/** Lengths around an ideal in the steps in which they are sold. `stepMm` over 0. */
export function soldAround(idealMm: number, stepMm: number, each = 2): number[] {
  const first = Math.ceil(idealMm / stepMm) - each;
  return Array.from({ length: each * 2 }, (_, i) => (first + i) * stepMm).filter((mm) => mm > 0);
}

/** On a shaft: by how much its stands are raised (negative: lowered) for the narrowest sweep. */
export const raiseMm = (rocker: Pick<StudRocker, "tipRadiusMm" | "liftMm" | "pivotAboveMm">): number =>
  bestPivotMm(rocker) - rocker.pivotAboveMm;

/** What was taken off or added, each along the pushrod. */
export interface Machined {
  /** The new gasket less the old one. */
  readonly gasketMm: number;
  /** Taken off the block's deck. */
  readonly blockMm: number;
  /** Taken off the head. */
  readonly headMm: number;
}

/** How much longer (negative: shorter) the pushrod is that keeps the geometry as it was. */
export const keepsGeometryMm = ({ gasketMm, blockMm, headMm }: Machined): number => gasketMm - blockMm - headMm;
