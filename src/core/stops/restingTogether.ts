/** Where the followers under one shaft or girdle all rest, and where a piston stands under its valve. Crank degrees. */
import type { Engine, Valve } from "../engine/resolve";
import { advance, fold, separation } from "../units/angle/arc";
import { marginDeg } from "./margin";

/** Those of some valves that are off their base circle at a crank angle; one without a known arc counts as off it. */
export const offBaseCircle = (engine: Engine, valves: readonly string[], crankDeg: number): string[] =>
  engine.valves
    .filter((v) => valves.includes(v.id) && (marginDeg(v, crankDeg, engine.cycleDeg) ?? -1) < 0)
    .map((v) => v.id);

/** The crank angle at which all of some valves rest furthest from their lobes, to a degree; null where they never all rest. */
export function restTogetherDeg(engine: Engine, valves: readonly string[]): number | null {
  const under = engine.valves.filter((v) => valves.includes(v.id));
  const clear = (deg: number): number =>
    Math.min(...under.map((v: Valve) => marginDeg(v, deg, engine.cycleDeg) ?? -Infinity));
  const all = Array.from({ length: engine.cycleDeg }, (_, deg) => ({ deg, clear: clear(deg) }));
  const best = all.reduce((a, b) => (b.clear > a.clear ? b : a));
  return under.length > 0 && best.clear >= 0 ? best.deg : null;
}

/** A valve with its collets out does not fall in while its piston stands this near its top (assumed). */
const UNDER_DEG = 20;

/** Degrees that the crank must go on until this cylinder's piston stands at its top; 0 where it stands there. */
export function toItsTopDeg(engine: Engine, cylinder: string, crankDeg: number): number {
  const firing = engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
  return separation(crankDeg, firing, 360) <= UNDER_DEG ? 0 : advance(fold(crankDeg, 360), fold(firing, 360), 360);
}
