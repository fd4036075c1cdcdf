/** How far a valve is from the end of its base circle, in crank degrees. */
import type { Engine, Valve } from "../engine/resolve";
import { clearance, fold } from "../units/angle/arc";

/**
 * Margin of a valve at a crank angle: positive on the base circle (distance to its nearer end), negative
 * on a lobe or release (distance to the nearest way out), null when no arc is known for it.
 * A follower that never reaches its base circle has the worst margin there is, minus half a cycle.
 */
export function marginDeg(valve: Valve, crankDeg: number, cycleDeg: Engine["cycleDeg"]): number | null {
  if (valve.baseCircleArcs === null) return null;
  const rel = fold(crankDeg - valve.firingDeg, cycleDeg);
  const clear = clearance(valve.baseCircleArcs, rel, cycleDeg);
  return Math.max(-cycleDeg / 2, Math.min(cycleDeg / 2, clear));
}

/** Stops are told to a millionth of a degree: a margin that is short by no more than that rounding is not short. */
export const ROUNDING_DEG = 1e-6;

/** True when the margin meets the requirement, rounding aside. */
export const meets = (margin: number | null, requiredDeg: number): margin is number =>
  margin !== null && margin >= requiredDeg - ROUNDING_DEG;

/**
 * The worst margin between two crank angles, `fromDeg` on to `toDeg` (not folded, `toDeg` above).
 * Margin rises and falls in straight lines, so it is worst at an end of the stretch or in the
 * middle of a lobe.
 */
export function worstMarginOver(
  valve: Valve,
  fromDeg: number,
  toDeg: number,
  cycleDeg: Engine["cycleDeg"],
): number | null {
  const { baseCircleArcs } = valve;
  if (baseCircleArcs === null) return null;
  const lobeMiddles = baseCircleArcs.map((arc, i) => {
    const next = baseCircleArcs[(i + 1) % baseCircleArcs.length] ?? arc;
    const end = arc.startDeg + arc.spanDeg;
    return valve.firingDeg + end + fold(next.startDeg - end, cycleDeg) / 2;
  });
  const inside = lobeMiddles.filter((deg) => fold(deg - fromDeg, cycleDeg) <= toDeg - fromDeg);
  return Math.min(...[fromDeg, toDeg, ...inside].map((deg) => marginDeg(valve, deg, cycleDeg) ?? Infinity));
}
