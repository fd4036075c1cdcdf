/** In which order the stops of a plan are served, and what each order costs in turns of the crank. */
import type { ValveRole } from "../engine/engineFile";
import type { Engine } from "../engine/resolve";
import { type CrankDeg, advance } from "../units/angle/arc";
import { type Plan, type Stop, tidyDeg } from "./plan";

export const SERVING_ORDERS = ["crank", "cylinder", "intakes-first", "bank"] as const;
export type ServingOrder = (typeof SERVING_ORDERS)[number];

export const ORDER_NAMES: Readonly<Record<ServingOrder, string>> = {
  crank: "In crank order",
  cylinder: "Cylinder by cylinder",
  "intakes-first": "Intakes first, then exhausts",
  bank: "Bank by bank",
};

/** The orders that an engine can be served in: bank by bank only where there are several. */
export const ordersOf = (engine: Pick<Engine, "cylinders">): ServingOrder[] =>
  SERVING_ORDERS.filter((o) => o !== "bank" || banksOf(engine).length > 1);

const banksOf = ({ cylinders }: Pick<Engine, "cylinders">): number[] =>
  [...new Set(cylinders.map((c) => c.bank ?? 0))].sort((a, b) => a - b);

/** The crank held once, for some or all of the valves of a stop. */
export interface Visit {
  readonly stop: Stop;
  readonly crankDeg: CrankDeg;
  /** From the visit before, in the running direction; 0 at the first. */
  readonly turnDeg: number;
  readonly valves: readonly string[];
}

/**
 * The visits of a plan in an order of serving, with the degrees turned from the first to the last. Where the crank is
 * held, one bank is done before the other: nobody walks round the engine between two readings.
 */
export function serve(
  engine: Engine,
  plan: Pick<Plan, "stops">,
  order: ServingOrder,
): { readonly visits: readonly Visit[]; readonly turnTotalDeg: number } {
  const valves = new Map(engine.valves.map((v) => [v.id, v]));
  const bankOf = new Map(engine.cylinders.map((c) => [c.id, c.bank ?? 0]));
  const bank = (id: string): number => bankOf.get(valves.get(id)?.cylinder ?? "") ?? 0;
  const passes: ((id: string) => boolean)[] =
    order === "crank"
      ? [() => true]
      : order === "bank"
        ? banksOf(engine).map((b) => (id) => bank(id) === b)
        : order === "cylinder"
          ? engine.cylinders.map((c) => (id) => valves.get(id)?.cylinder === c.id)
          : (["intake", "exhaust", "injector"] satisfies ValveRole[]).map(
              (role) => (id) => valves.get(id)?.role === role,
            );
  // A stable sort: along the head as the engine's file has them.
  const byBank = (ids: string[]): string[] => ids.sort((a, b) => bank(a) - bank(b));
  const visits: { stop: Stop; crankDeg: CrankDeg; turnDeg: number; valves: string[] }[] = [];
  let at: number | null = null;
  for (const belongs of passes) {
    const from: number = at ?? 0;
    const due = plan.stops
      .map((stop) => ({ stop, ids: byBank(stop.set.map((s) => s.valve).filter(belongs)) }))
      .filter((d) => d.ids.length > 0)
      .sort(
        (a, b) => advance(from, a.stop.crankDeg, engine.cycleDeg) - advance(from, b.stop.crankDeg, engine.cycleDeg),
      );
    for (const { stop, ids } of due) {
      const turnDeg = at === null ? 0 : tidyDeg(advance(at, stop.crankDeg, engine.cycleDeg));
      const last = visits.at(-1);
      if (last !== undefined && last.stop === stop) last.valves.push(...ids);
      else visits.push({ stop, crankDeg: stop.crankDeg, turnDeg, valves: ids });
      at = stop.crankDeg;
    }
  }
  return { visits, turnTotalDeg: tidyDeg(visits.reduce((sum, v) => sum + v.turnDeg, 0)) };
}
