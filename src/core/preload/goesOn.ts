/**
 * Where the crank may go on although a squeezed lifter has not bled down: it holds its valve open by the squeeze, which
 * a piston may meet, and its own lobe lifts it further (trade rule). Angles in crank degrees.
 */
import type { Engine, Valve } from "../engine/resolve";
import { worstMarginOver } from "../stops/margin";
import type { MethodId } from "../stops/methods";
import type { ServingOrder } from "../stops/orders";
import type { MethodPlan } from "../stops/planMethod";
import { COMFORT, type StopsAnswer } from "../stops/recommend";
import { type RouteStop, routeOf } from "../stops/route";
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

/** By valve, from which stop to which the crank may go on: "A>B". */
export type GoesOn = Readonly<Record<string, readonly string[]>>;

export const leg = (from: string, to: string): string => `${from}>${to}`;

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
            .map((to) => leg(from.letter, to.letter)),
        );
      return legs.length === 0 ? [] : [[valve.id, legs]];
    }),
  );
}

/** How often all stands still until squeezed lifters have bled down, as the stops are walked; the last time before the engine is turned over. */
export function waitsAlong(route: readonly RouteStop[], goesOn: GoesOn): number {
  let waits = 0;
  let squeezed: { readonly valve: string; readonly at: string }[] = [];
  for (const [i, stop] of route.entries()) {
    squeezed = [...squeezed, ...stop.valves.map(({ valve }) => ({ valve, at: stop.letter }))];
    const to = route[i + 1]?.letter;
    const free = to !== undefined && squeezed.every((s) => goesOn[s.valve]?.includes(leg(s.at, to)) === true);
    if (free || squeezed.length === 0) continue;
    waits += 1;
    squeezed = [];
  }
  return waits;
}

/** What the methods cost in waits, as their stops are walked in an order; null where nothing has to bleed down. */
export type Waits = ReadonlyMap<MethodId, number>;

export function waitsOf(engine: Engine, methods: readonly MethodPlan[], order: ServingOrder, always: boolean): Waits {
  return new Map(
    methods.map((m) => {
      const route = routeOf(engine, m, order);
      return [m.id, waitsAlong(route, always ? {} : goesOnAlong(engine, route))];
    }),
  );
}

/**
 * The method with the fewest waits among those that are as clear as what is recommended, or comfortably clear; of two
 * alike the recommended one, then the one with fewer stops. Null where none serves every valve.
 */
export function leastWaits(
  { methods, recommended }: StopsAnswer,
  waits: Waits,
  requiredDeg: number,
): MethodId | null {
  const clear = (m: MethodPlan | undefined): number => m?.worst?.marginDeg ?? 0;
  const enough = Math.min(COMFORT * requiredDeg, clear(methods.find((m) => m.id === recommended)));
  const cost = (m: MethodPlan): number => waits.get(m.id) ?? Infinity;
  const [best] = methods
    // A view of the cams is not every engine's.
    .filter((m) => m.usable && m.id !== "lobe-in-sight" && clear(m) >= enough - 1e-9)
    .sort(
      (a, b) =>
        cost(a) - cost(b) ||
        Number(b.id === recommended) - Number(a.id === recommended) ||
        a.stops.length - b.stops.length,
    );
  return best?.id ?? null;
}
