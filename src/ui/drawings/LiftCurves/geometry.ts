/** Lift curves of a cylinder over its own cycle, firing TDC at the left. Drawing units are pixels. */
import type { LiftCurve } from "@/core/engine/liftCurve";

export const HEIGHT = 186;
export const FLOOR = 158;
const LEFT = 20;
const TOP = 26;

export interface LiftScale {
  readonly cycleDeg: 360 | 720;
  readonly width: number;
  /** The highest lift of all curves fills the drawing. */
  readonly highest: number;
}

export const xOf = ({ cycleDeg, width }: LiftScale, relDeg: number): number =>
  LEFT + (relDeg / cycleDeg) * (width - 2 * LEFT);

export const yOf = ({ highest }: LiftScale, lift: number): number => FLOOR - (lift / highest) * (FLOOR - TOP);

export const highestOf = (curves: readonly LiftCurve[]): number =>
  Math.max(1e-6, ...curves.map((c) => c.peakMm ?? 1));

/** The curve as a path, a point every two degrees. */
export function curvePath(scale: LiftScale, curve: LiftCurve): string {
  const points = Array.from({ length: scale.cycleDeg / 2 + 1 }, (_, i) => i * 2).map(
    (deg) => `${round(xOf(scale, deg))} ${round(yOf(scale, curve.at(deg)))}`,
  );
  return `M${points.join("L")}`;
}

const round = (v: number): number => Math.round(v * 10) / 10;
