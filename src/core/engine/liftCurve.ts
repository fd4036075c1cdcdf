/** Lift of a lobe over the cycle, for the drawings: as measured, or a smooth curve through its events (its shape is assumed). */
import { fold } from "../units/angle/arc";
import { parseLength } from "../units/length";
import { BASE_CIRCLE_LIFT_MM, type EngineFile, type ValveRole } from "./engineFile";
import { fullLift, liftAt } from "./profile";
import type { Engine } from "./resolve";

export interface LiftCurve {
  readonly role: ValveRole;
  /** Lift at an angle relative to the cylinder's firing TDC: mm when `peakMm` is known, else a share of full lift. */
  readonly at: (relDeg: number) => number;
  readonly peakMm: number | null;
  readonly measured: boolean;
}

/** Rises from 0 to 1 without a corner at either end. */
const smooth = (x: number): number => (x <= 0 ? 0 : x >= 1 ? 1 : x * x * x * (x * (6 * x - 15) + 10));

/** A release holds the valve off by about this share of full lift (assumed, to be seen). */
const RELEASE_SHARE = 0.08;

/** Null when the role's lobe is not known. */
export function liftCurve(file: EngineFile, engine: Engine, role: ValveRole): LiftCurve | null {
  const shape = engine.roleArcs[role]?.shape;
  const { cycleDeg } = engine;
  if (shape === undefined) return null;
  const lobe = file.cam?.[role];
  if (lobe !== undefined && "profile" in lobe) {
    const first = lobe.profile[0]?.[0] ?? 0;
    return {
      role,
      measured: true,
      peakMm: fullLift(lobe.profile).liftMm,
      at: (rel) => Math.max(0, liftAt(lobe.profile, first + fold(rel - first, cycleDeg)) - BASE_CIRCLE_LIFT_MM),
    };
  }
  const peakMm = (lobe?.lift === undefined ? null : parseLength(lobe.lift)?.mm) ?? null;
  const releases = engine.releases.filter((r) => r.role === role).map((r) => r.arc);
  const share = (rel: number): number => {
    const on = shape.workingFromDeg + fold(rel - shape.workingFromDeg, cycleDeg);
    const main =
      on <= shape.fullLiftDeg
        ? smooth((on - shape.workingFromDeg) / (shape.fullLiftDeg - shape.workingFromDeg))
        : smooth((shape.workingToDeg - on) / (shape.workingToDeg - shape.fullLiftDeg));
    const bumps = releases.map((arc) => {
      const into = fold(rel - arc.startDeg, cycleDeg) / arc.spanDeg;
      return into < 1 ? RELEASE_SHARE * smooth(Math.min(1, 4 * Math.min(into, 1 - into))) : 0;
    });
    return Math.max(main, ...bumps);
  };
  return { role, measured: false, peakMm, at: (rel) => share(rel) * (peakMm ?? 1) };
}
