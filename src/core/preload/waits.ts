/** What the methods of stopping cost in waits on pumped-up lifters, and which costs least. */
import type { Engine } from "../engine/resolve";
import type { MethodId } from "../stops/methods";
import type { ServingOrder } from "../stops/orders";
import type { MethodPlan } from "../stops/planMethod";
import { COMFORT, type StopsAnswer } from "../stops/recommend";
import { type RouteStop, routeOf } from "../stops/route";
import { goesOnAlong } from "./goesOn";
import { type GoesOn, isFree } from "./legs";

/** How often all stands still until squeezed lifters have bled down, as the stops are walked; the last time before the engine is turned over. */
export function waitsAlong(route: readonly RouteStop[], goesOn: GoesOn): number {
  let waits = 0;
  let squeezed: { readonly valve: string; readonly at: string }[] = [];
  for (const [i, stop] of route.entries()) {
    squeezed = [...squeezed, ...stop.valves.map(({ valve }) => ({ valve, at: stop.letter }))];
    const to = route[i + 1]?.letter;
    const free =
      to !== undefined && squeezed.every((s) => isFree(goesOn, { valve: s.valve, from: s.at, now: stop.letter, to }));
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
