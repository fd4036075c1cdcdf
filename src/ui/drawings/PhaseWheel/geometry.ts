/**
 * The phase wheel: one working cycle of a cylinder round a fixed rim, firing TDC at the top; the
 * disc carries the cylinder numbers and turns with the crank. Drawing units, 320 by 320.
 */
import type { Engine } from "@/core/engine/resolve";
import { marginDeg } from "@/core/stops/margin";
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
    return [before, after]
      .filter((a) => a.spanDeg > 0)
      .map((a) => draw(role, "ramp", a))
      .concat(draw(role, "lobe", lobe));
  });
  return [...lobes, ...engine.releases.map((r) => draw(r.role, "release", r.arc))];
}

export interface Numeral {
  readonly id: string;
  readonly at: Point;
  readonly radius: number;
}

/** Above this many, numbers stand on two rings in turn, so that they stay large enough to read. */
const ONE_RING = 12;

/** Where each cylinder's number stands; cylinders that fire together sit one inside the other. */
export function numerals(engine: Engine, crankDeg: number): Numeral[] {
  const many = engine.cylinders.length;
  const radius = many <= 8 ? 17 : 13.5;
  const rank = new Map([...engine.cylinders].sort((a, b) => a.firingDeg - b.firingDeg).map((c, i) => [c.id, i]));
  const seen = new Map<number, number>();
  return engine.cylinders.map((c) => {
    const same = seen.get(c.firingDeg) ?? 0;
    seen.set(c.firingDeg, same + 1);
    const inward = many > ONE_RING ? (rank.get(c.id) ?? 0) % 2 : Math.min(same, 1);
    const deg = onWheel(fold(crankDeg - c.firingDeg, engine.cycleDeg), engine.cycleDeg);
    return { id: c.id, radius, at: polar(CENTER, DISC_RADIUS - radius - 3 - inward * (2 * radius + 1), deg) };
  });
}

/** Where the crank can be, as bands outside the rim: the first cylinder's number lies under one of them. */
export const possibleBands = (arcs: readonly Arc[], cycleDeg: number): { key: string; path: string }[] =>
  arcs.map((a) => {
    const spanDeg = Math.min(onWheel(a.spanDeg, cycleDeg), 359.9);
    // A band is drawn wide enough to be seen, about its own middle.
    const seen = Math.max(spanDeg, 3);
    return {
      key: String(a.startDeg),
      path: arcPath(CENTER, RIM_RADIUS + 7, onWheel(a.startDeg, cycleDeg) - (seen - spanDeg) / 2, seen),
    };
  });

/** The gap between a cylinder's number and the nearest end of its valve's base circle: the margin, drawn. */
export interface MarginGap {
  readonly path: string;
  readonly label: Point;
  readonly text: string;
}

/** Null when no arc is known for the valve, or it has nothing but base circle. */
export function marginGap(engine: Engine, valveId: string, crankDeg: number): MarginGap | null {
  const { cycleDeg } = engine;
  const valve = engine.valves.find((v) => v.id === valveId);
  const margin = valve === undefined ? null : marginDeg(valve, crankDeg, cycleDeg);
  if (valve === undefined || margin === null || Math.abs(margin) >= cycleDeg / 2) return null;
  const rel = fold(crankDeg - valve.firingDeg, cycleDeg);
  const ahead =
    Math.abs(marginDeg(valve, crankDeg + Math.min(1, Math.abs(margin) / 2), cycleDeg) ?? 0) < Math.abs(margin);
  const size = Math.abs(margin);
  const fromDeg = ahead ? rel : rel - size;
  const radius = RING_RADIUS[valve.role];
  return {
    path: arcPath(CENTER, radius, onWheel(fromDeg, cycleDeg), onWheel(size, cycleDeg)),
    label: polar(CENTER, radius, onWheel(fromDeg + size / 2, cycleDeg)),
    text: `${Math.floor(margin)}°`.replace("-", "−"),
  };
}

export interface PhaseName {
  readonly name: string;
  readonly at: Point;
}

/** Corners of the box, in running order. */
const NAME_AT: readonly Point[] = [
  { x: 316, y: 16 },
  { x: 318, y: 308 },
  { x: 2, y: 308 },
  { x: 10, y: 16 },
];

/** The phases round the rim, where they belong. */
export function phaseNames(cycleDeg: 360 | 720): PhaseName[] {
  const names = cycleDeg === 720 ? ["power", "exhaust", "intake", "compression"] : ["power", "compression"];
  const corners = names.length === 4 ? NAME_AT : [NAME_AT[0], NAME_AT[3]];
  return names.map((name, i) => ({ name, at: corners[i] ?? CENTER }));
}
