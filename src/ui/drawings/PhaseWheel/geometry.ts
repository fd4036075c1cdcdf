/**
 * The phase wheel: one working cycle of a cylinder round a fixed rim, firing TDC at the top; the
 * disc carries the cylinder numbers and turns with the crank. Drawing units, 320 by 320.
 */
import type { Engine } from "@/core/engine/resolve";
import { type Arc, advance, fold } from "@/core/units/angle/arc";
import type { ValveRole } from "@/core/engine/engineFile";
import { type Point, arcPath, polar } from "../polar";

export const SIZE = 320;
export const CENTER: Point = { x: 160, y: 160 };
export const RIM_RADIUS = 150;
export const DISC_RADIUS = 94;
const RING_RADIUS: Record<ValveRole, number> = { exhaust: 138, intake: 120, injector: 104 };
export const RING_WIDTH: Record<ValveRole, number> = { exhaust: 15, intake: 15, injector: 10 };

/** Crank degrees of a cycle to degrees of the drawing. */
const onWheel = (deg: number, cycleDeg: number): number => (deg / cycleDeg) * 360;

export interface RingArc {
  readonly key: string;
  readonly role: ValveRole;
  readonly part: "lobe" | "ramp" | "release";
  readonly path: string;
}

/** The working arcs of every role, ramps apart, and the releases. */
export function ringArcs(engine: Engine): RingArc[] {
  const { cycleDeg } = engine;
  const draw = (role: ValveRole, part: RingArc["part"], arc: Arc): RingArc => ({
    key: `${role}-${part}-${arc.startDeg}`,
    role,
    part,
    path: arcPath(CENTER, RING_RADIUS[role], onWheel(arc.startDeg, cycleDeg), onWheel(arc.spanDeg, cycleDeg)),
  });
  const roles = Object.entries(engine.roleArcs) as [ValveRole, { lobe: Arc; working: Arc }][];
  const lobes = roles.flatMap(([role, { lobe, working }]) => {
    const before: Arc = { startDeg: working.startDeg, spanDeg: advance(working.startDeg, lobe.startDeg, cycleDeg) };
    const lobeEnd = fold(lobe.startDeg + lobe.spanDeg, cycleDeg);
    const after: Arc = { startDeg: lobeEnd, spanDeg: advance(lobeEnd, working.startDeg + working.spanDeg, cycleDeg) };
    return [before, after].filter((a) => a.spanDeg > 0).map((a) => draw(role, "ramp", a)).concat(draw(role, "lobe", lobe));
  });
  return [...lobes, ...engine.releases.map((r) => draw(r.role, "release", r.arc))];
}

export interface Numeral {
  readonly id: string;
  readonly at: Point;
  readonly radius: number;
}

/** Where each cylinder's number stands; cylinders that fire together sit one inside the other. */
export function numerals(engine: Engine, crankDeg: number): Numeral[] {
  const many = engine.cylinders.length;
  const radius = many <= 8 ? 17 : many <= 12 ? 14 : 10;
  const seen = new Map<number, number>();
  return engine.cylinders.map((c) => {
    const inward = seen.get(c.firingDeg) ?? 0;
    seen.set(c.firingDeg, inward + 1);
    const deg = onWheel(fold(crankDeg - c.firingDeg, engine.cycleDeg), engine.cycleDeg);
    return { id: c.id, radius, at: polar(CENTER, DISC_RADIUS - radius - 4 - inward * (2 * radius + 2), deg) };
  });
}

export interface PhaseName {
  readonly name: string;
  readonly at: Point;
}

/** Corners of the box, in running order. */
const NAME_AT: readonly Point[] = [{ x: 316, y: 16 }, { x: 318, y: 308 }, { x: 2, y: 308 }, { x: 10, y: 16 }];

/** The phases round the rim, where they belong. */
export function phaseNames(cycleDeg: 360 | 720): PhaseName[] {
  const names = cycleDeg === 720 ? ["power", "exhaust", "intake", "compression"] : ["power", "compression"];
  const corners = names.length === 4 ? NAME_AT : [NAME_AT[0], NAME_AT[3]];
  return names.map((name, i) => ({ name, at: corners[i] ?? CENTER }));
}
