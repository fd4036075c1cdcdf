/** The stops of a plan as they are walked in a job: lettered, and with a place for every valve. */
import type { Engine } from "../engine/resolve";
import { marginDeg } from "../stops/margin";
import type { Plan } from "../stops/plan";
import { stopLetter } from "../stops/sign";
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
}

/** The route of a plan. What the plan leaves unserved waits, in doubt, at the stop that suits it least badly. */
export function routeOf(engine: Engine, plan: Plan): RouteStop[] {
  const byAngle = new Map<CrankDeg, RouteValve[]>();
  const put = (deg: CrankDeg, valve: RouteValve): void => {
    byAngle.set(deg, [...(byAngle.get(deg) ?? []), valve]);
  };
  for (const stop of plan.stops) for (const v of stop.set) put(stop.crankDeg, { ...v, doubt: null });
  const fallback = plan.stops[0]?.crankDeg ?? fold(0, engine.cycleDeg);
  const marginsAt = (deg: number): RouteStop["margins"] =>
    Object.fromEntries(engine.valves.map((v) => [v.id, marginDeg(v, deg, engine.cycleDeg)]));
  for (const u of plan.unserved) put(u.bestAtDeg ?? fallback, { valve: u.valve, marginDeg: u.bestMarginDeg, doubt: u.why });
  return [...byAngle.entries()]
    .sort(([a], [b]) => a - b)
    .map(([crankDeg, valves], i) => ({
      letter: stopLetter(i), crankDeg, markDeg: crankDeg % 360, valves, margins: marginsAt(crankDeg),
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
