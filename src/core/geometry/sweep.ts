/**
 * How a rocker's tip travels across the valve's tip: the arm swings about its pivot while the valve goes down. One plane;
 * lengths in mm, along and square to the valve's stem; angles in degrees of the arm above the line square to the stem. Pure.
 */

export interface RockerArm {
  /** From the pivot to the center of the tip's roller or pad; over 0. */
  readonly armMm: number;
  /** Of the roller, or of the pad's curve; 0 or more. */
  readonly tipRadiusMm: number;
  /** The valve's full lift; over 0. */
  readonly liftMm: number;
}

/** The arm at one lift. */
export interface ArmAt {
  readonly liftMm: number;
  /** Above the line square to the stem. */
  readonly angleDeg: number;
  /** From the pivot, across the valve's tip. */
  readonly acrossMm: number;
}

export interface Sweep {
  /** How far it travels across the tip between closed and full lift. */
  readonly sweepMm: number;
  /** The widest reach between closed and full lift, from the pivot. */
  readonly widestMm: number;
  readonly closed: ArmAt;
  readonly half: ArmAt;
  readonly full: ArmAt;
}

const DEG = 180 / Math.PI;

/** Null where the arm can't reach so far: it would stand along the stem. `pivotAboveMm`: over the closed valve's tip. */
export function armAt(
  { armMm, tipRadiusMm }: Omit<RockerArm, "liftMm">,
  pivotAboveMm: number,
  liftMm: number,
): ArmAt | null {
  const sine = (tipRadiusMm - liftMm - pivotAboveMm) / armMm;
  if (Math.abs(sine) >= 1) return null;
  return { liftMm, angleDeg: Math.asin(sine) * DEG, acrossMm: armMm * Math.sqrt(1 - sine ** 2) };
}

/** Null where it is out of reach at any lift. */
export function sweepOf(arm: RockerArm, pivotAboveMm: number): Sweep | null {
  const at = (liftMm: number) => armAt(arm, pivotAboveMm, liftMm);
  const [closed, half, full] = [at(0), at(arm.liftMm / 2), at(arm.liftMm)];
  if (closed === null || half === null || full === null) return null;
  // The angle falls all the way: the widest reach is where the arm is square to the stem, or at the end nearest to that.
  const widestMm = closed.angleDeg >= 0 && full.angleDeg <= 0 ? arm.armMm : Math.max(closed.acrossMm, full.acrossMm);
  return { sweepMm: widestMm - Math.min(closed.acrossMm, full.acrossMm), widestMm, closed, half, full };
}

/** The pivot's height with the narrowest sweep: the arm is square to the stem at half lift. */
export const bestPivotMm = ({ tipRadiusMm, liftMm }: Pick<RockerArm, "tipRadiusMm" | "liftMm">): number =>
  tipRadiusMm - liftMm / 2;

/** The narrowest sweep that this arm and lift can have; null where the arm is too short for the lift. */
export const leastSweepMm = ({ armMm, liftMm }: Pick<RockerArm, "armMm" | "liftMm">): number | null => {
  const part = liftMm / (2 * armMm);
  return part >= 1 ? null : armMm * (1 - Math.sqrt(1 - part ** 2));
};
