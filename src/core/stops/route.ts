/** The stops of a plan as they are walked in a job: lettered, and with a place for every valve. */
import type { Engine } from "../engine/resolve";
import { marginDeg } from "./margin";
import { type ServingOrder, serve } from "./orders";
import type { Plan } from "./plan";
import type { Sight } from "./sight";
import { stopLetter } from "./sign";
import { type CrankDeg, fold } from "../units/angle/arc";

export interface RouteValve {
  readonly valve: string;
  /** Null when no arc is known. */
  readonly marginDeg: number | null;
  /** Why this stop does not really serve the valve: it needs an override. Null when it does. */
  readonly doubt: string | null;
}

export interface RouteStop {
  readonly letter: string;
  readonly crankDeg: CrankDeg;
  readonly markDeg: number;
  /** The valves whose turn it is here. */
  readonly valves: readonly RouteValve[];
  /** Margin of every valve of the engine at this stop, by id; null when no arc is known. */
  readonly margins: Readonly<Record<string, number | null>>;
  /** What is watched to find this stop; none where a mark is lined up. Jobs of before watching was planned have none. */
  readonly sights?: readonly Sight[];
}

interface Draft {
  readonly crankDeg: CrankDeg;
  readonly valves: RouteValve[];
  readonly sights: readonly Sight[];
}

/**
 * The route of a plan, in the order in which it is served. What the plan leaves unserved waits, in
 * doubt, at the stop that suits it least badly.
 */
export function routeOf(engine: Engine, plan: Plan, order: ServingOrder = "crank"): RouteStop[] {
  const margin = new Map(plan.stops.flatMap((s) => s.set.map((v) => [v.valve, v.marginDeg] as const)));
  const drafts: Draft[] = serve(engine, plan, order).visits.map(({ crankDeg, valves, stop }) => ({
    crankDeg,
    sights: stop.sights,
    valves: valves.map((valve) => ({ valve, marginDeg: margin.get(valve) ?? null, doubt: null })),
  }));
  const fallback = plan.stops[0]?.crankDeg ?? fold(0, engine.cycleDeg);
  for (const u of plan.unserved) {
    const crankDeg = u.bestAtDeg ?? fallback;
    const there = drafts.find((d) => d.crankDeg === crankDeg) ?? { crankDeg, valves: [], sights: [] };
    if (!drafts.includes(there)) drafts.push(there);
    there.valves.push({ valve: u.valve, marginDeg: u.bestMarginDeg, doubt: u.why });
  }
  if (order === "crank") drafts.sort((a, b) => a.crankDeg - b.crankDeg);
  const marginsAt = (deg: number): RouteStop["margins"] =>
    Object.fromEntries(engine.valves.map((v) => [v.id, marginDeg(v, deg, engine.cycleDeg)]));
  return drafts.map(({ crankDeg, valves, sights }, i) => ({
    letter: stopLetter(i),
    crankDeg,
    markDeg: crankDeg % 360,
    valves,
    margins: marginsAt(crankDeg),
    sights,
  }));
}

/** The letter on the pulley for a stop: stops one turn apart share a mark, so both letters stand on it. */
export function markLetters(route: readonly RouteStop[]): { markDeg: number; letters: string[] }[] {
  const marks: { markDeg: number; letters: string[] }[] = [];
  for (const stop of route) {
    const same = marks.find((m) => Math.abs(m.markDeg - stop.markDeg) < 0.01);
    if (same === undefined) marks.push({ markDeg: stop.markDeg, letters: [stop.letter] });
    else same.letters.push(stop.letter);
  }
  return marks;
}
