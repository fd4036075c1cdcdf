/** How far a valve is from the end of its heel, in crank degrees. */
import type { Engine, Valve } from "../engine/resolve";
import { clearance, fold } from "../units/angle/arc";

/** Required by default: 5 degrees for the crank being off, with a timing mark, and 5 in hand. */
export const DEFAULT_REQUIRED_MARGIN_DEG = 10;

/**
 * Margin of a valve at a crank angle: positive on the heel (distance to its nearer end), negative
 * on a lobe or release (distance to the nearest way out), null when no arc is known for it.
 * A follower that never reaches its heel has the worst margin there is, minus half a cycle.
 */
export function marginDeg(valve: Valve, crankDeg: number, cycleDeg: Engine["cycleDeg"]): number | null {
  if (valve.baseArcs === null) return null;
  const rel = fold(crankDeg - valve.firingDeg, cycleDeg);
  const clear = clearance(valve.baseArcs, rel, cycleDeg);
  return Math.max(-cycleDeg / 2, Math.min(cycleDeg / 2, clear));
}

/** True when the margin meets the requirement, rounding aside. */
export const meets = (margin: number | null, requiredDeg: number): margin is number =>
  margin !== null && margin >= requiredDeg - 1e-9;
