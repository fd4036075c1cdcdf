/**
 * Where the crank may go on although a squeezed lifter has not bled down: it holds its valve open by the squeeze, which
 * a piston may meet, and its own lobe lifts it further (trade rule). Angles in crank degrees.
 */
import { leg, type GoesOn } from "./legs";
import type { Engine, Valve } from "../engine/resolve";
import { worstMarginOver } from "../stops/margin";
import type { RouteStop } from "../stops/route";
import { advance, fold } from "../units/angle/arc";

/** A piston this near before its top stands at it (assumed: how well a mark is lined up). */
const AT_TOP_DEG = 5;
/** No nearer than 60 degrees before the next top. */
const NEAREST_DEG = 300;
/** What the valve's own arc is kept clear by (assumed, as before). */
const CLEAR_DEG = 5;

/**
 * Whether the crank may go on from one angle to another while this valve's lifter is still squeezed: its piston only
 * goes away from its top and does not come near the next one, and its cam stays on the base circle all the way.
 */
export function mayGoOn(valve: Valve, fromDeg: number, toDeg: number, cycleDeg: Engine["cycleDeg"]): boolean {
  const by = advance(fromDeg, toDeg, cycleDeg);
  const phase = fold(fromDeg - valve.firingDeg, 360);
  const past = phase >= 360 - AT_TOP_DEG ? phase - 360 : phase;
  if (by <= 0 || past >= 180 || past + by > NEAREST_DEG) return false;
  const worst = worstMarginOver(valve, fromDeg, fromDeg + by, cycleDeg);
  return worst !== null && worst >= CLEAR_DEG;
}

/** Every valve from the stops that serve it. A stop that is found by eye is not known well enough. */
export function goesOnAlong(engine: Engine, route: readonly RouteStop[]): GoesOn {
  const marked = route.filter((s) => (s.sights ?? []).length === 0);
  return Object.fromEntries(
    engine.valves.flatMap((valve) => {
      const legs = marked
        .filter((from) => from.valves.some((v) => v.valve === valve.id && v.doubt === null))
        .flatMap((from) =>
          marked
            .filter((to) => mayGoOn(valve, from.crankDeg, to.crankDeg, engine.cycleDeg))
            .map(
              (to) => [leg(from.letter, to.letter), advance(from.crankDeg, to.crankDeg, engine.cycleDeg)] as const,
            ),
        );
      return legs.length === 0 ? [] : [[valve.id, Object.fromEntries(legs)]];
    }),
  );
}
