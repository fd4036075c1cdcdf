/**
 * What the eye sees of a virtual engine as its crank is turned, and no more: how far each valve is open, coarsely; marks;
 * how hard it turns. Angles count from where practice began, so that they don't tell where the crank stands.
 */
import type { ValveRole } from "../../engine/engineFile";
import { fold } from "../../units/angle/arc";
import type { VirtualEngine } from "./virtualEngine";

export interface Appearance {
  readonly cycleDeg: 360 | 720;
  /** Between two figures of the lists that follow. */
  readonly stepDeg: number;
  readonly cylinders: readonly { readonly id: string; readonly bank: number }[];
  /** `open` in twentieths of full lift. */
  readonly valves: readonly {
    readonly id: string;
    readonly cylinder: string;
    readonly role: ValveRole;
    readonly open: readonly number[];
  }[];
  /** Marks on the pulley that are under the pointer at these angles, of 360. */
  readonly marks: readonly { readonly atDeg: number; readonly label: string }[];
  /** How hard the crank turns with the plugs in: 0 easy, 1, 2 hard. */
  readonly stiff: readonly number[];
  readonly pushrods: boolean;
  readonly mover: VirtualEngine["engine"]["mover"];
  readonly clockwise: boolean;
}

const STEP_DEG = 5;
/** An eye tells no finer (assumed). */
const EYE_STEPS = 20;

export function appearanceOf(v: VirtualEngine): Appearance {
  const { cycleDeg } = v.engine;
  const steps = Array.from({ length: cycleDeg / STEP_DEG }, (_, i) => i * STEP_DEG);
  const fullMm = Math.max(1, ...v.valves.map((x) => Math.max(...steps.map((deg) => x.liftMm(deg)))));
  const slip = v.fault?.fault === "mark-out" ? v.fault.size : 0;
  const marks = v.file.marksDeg ?? [0];
  return {
    cycleDeg,
    stepDeg: STEP_DEG,
    cylinders: v.engine.cylinders.map((c) => ({ id: c.id, bank: c.bank ?? 0 })),
    valves: v.valves.map((x) => ({
      id: x.id,
      cylinder: x.cylinder,
      role: x.role,
      open: steps.map((deg) =>
        Math.round((EYE_STEPS * x.liftMm(fold(v.startDeg + deg - x.valve.firingDeg, cycleDeg))) / fullMm),
      ),
    })),
    marks: marks.map((deg, i) => ({
      atDeg: fold(deg + slip - v.startDeg, 360),
      label: v.file.markLabels?.[i] ?? (deg === 0 ? "TDC" : String(deg)),
    })),
    stiff: steps.map((deg) => stiffness(v, deg)),
    pushrods: v.pushrods,
    mover: v.engine.mover,
    clockwise: v.file.rotation !== "counterclockwise",
  };
}

/** The hardest of all cylinders: compression rises toward firing, and is gone just past it. */
function stiffness(v: VirtualEngine, turnedDeg: number): number {
  const { cycleDeg, pressure, cylinders } = v.engine;
  const shares = cylinders.map((c) => {
    const into = fold(v.startDeg + turnedDeg - c.firingDeg - pressure.startDeg, cycleDeg);
    return into < pressure.spanDeg ? into / pressure.spanDeg : 0;
  });
  return Math.round(2 * Math.max(...shares) ** 2);
}
