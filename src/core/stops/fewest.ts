/**
 * The fewest stops, exactly as far as the search may go: the smallest set of crank angles that leaves every valve its required
 * margin; among all smallest sets the one whose closest valve is the furthest clear, then the one
 * with the least turning.
 */
import type { Engine, Valve } from "../engine/resolve";
import { type Arc, type CrankDeg, advance, fold, widen } from "../units/angle/arc";
import { ROUNDING_DEG, meets } from "./margin";
import { tidyDeg } from "./plan";
import { Effort, type Target, hits, leastPoints, stab, sweepsFromEveryEnd } from "./stabbing";

/** Half the longest base circle: the margin that the best single angle gives a valve; null when no arc is known. */
export function bestAngleOf(
  valve: Valve,
  cycleDeg: number,
): { readonly deg: CrankDeg; readonly marginDeg: number } | null {
  if (valve.baseCircleArcs === null) return null;
  const longest = valve.baseCircleArcs.reduce<Arc | null>(
    (l, a) => (l === null || a.spanDeg > l.spanDeg ? a : l),
    null,
  );
  if (longest === null) return { deg: valve.firingDeg, marginDeg: -cycleDeg / 2 };
  return {
    deg: fold(valve.firingDeg + longest.startDeg + longest.spanDeg / 2, cycleDeg),
    marginDeg: Math.min(longest.spanDeg, cycleDeg) / 2,
  };
}

/** The base circles of the valves that can be served at all, on the crank's cycle, without repeats. */
function baseCirclesOf(engine: Engine, requiredDeg: number): Target[] {
  const seen = new Map<string, Target>();
  for (const valve of engine.valves) {
    const best = bestAngleOf(valve, engine.cycleDeg);
    if (valve.baseCircleArcs === null || best === null || !meets(best.marginDeg, requiredDeg)) continue;
    const key = `${valve.firingDeg}|${valve.role}`;
    // Arcs go by role, so valves of one role and firing angle are one target.
    if (!seen.has(key))
      seen.set(
        key,
        valve.baseCircleArcs.map((a) => ({
          startDeg: fold(a.startDeg + valve.firingDeg, engine.cycleDeg),
          spanDeg: a.spanDeg,
        })),
      );
  }
  return [...seen.values()];
}

/** A base circle that must be kept at `marginDeg`: what is left of its arcs; null when nothing is. */
function shrunk(baseCircle: Target, marginDeg: number, cycleDeg: number): Target | null {
  const left = baseCircle.flatMap((a) => {
    if (a.spanDeg >= cycleDeg) return [a];
    // A base circle of exactly twice the margin leaves a point.
    const spare = a.spanDeg - 2 * marginDeg;
    return spare < -2 * ROUNDING_DEG
      ? []
      : [widen(a, -marginDeg, cycleDeg) ?? { startDeg: fold(a.startDeg + a.spanDeg / 2, cycleDeg), spanDeg: 0 }];
  });
  return left.length === 0 ? null : left;
}

function stopsAt(
  baseCircles: readonly Target[],
  marginDeg: number,
  cycleDeg: number,
  limit: number,
  only: readonly number[] | null,
  effort: Effort,
): number[] | null {
  const targets = baseCircles.map((h) => shrunk(h, marginDeg, cycleDeg));
  return targets.every((t) => t !== null) ? stab(targets, cycleDeg, limit, only, effort) : null;
}

/** Worst margin of a set of stops over base circles, and every stop moved to the middle of what hangs on it. */
function settled(
  baseCircles: readonly Target[],
  stops: readonly number[],
  cycleDeg: number,
  movable: boolean,
): { stops: number[]; worstDeg: number } {
  const roomAt = stops.map(() => ({ back: Infinity, on: Infinity }));
  let worst = Infinity;
  for (const baseCircle of baseCircles) {
    let best: { at: number; back: number; on: number } | null = null;
    stops.forEach((deg, at) => {
      for (const arc of baseCircle) {
        const back = arc.spanDeg >= cycleDeg ? Infinity : advance(arc.startDeg, deg, cycleDeg);
        const on = arc.spanDeg >= cycleDeg ? Infinity : arc.spanDeg - back;
        if (on >= -1e-9 && (best === null || Math.min(back, on) > Math.min(best.back, best.on)))
          best = { at, back, on };
      }
    });
    if (best === null) return { stops: [...stops], worstDeg: -Infinity };
    const { at, back, on } = best;
    const room = roomAt[at];
    if (room !== undefined) roomAt[at] = { back: Math.min(room.back, back), on: Math.min(room.on, on) };
    worst = Math.min(worst, back, on);
  }
  if (!movable) return { stops: [...stops], worstDeg: worst };
  const rooms = roomAt.map((r) => (Number.isFinite(r.back) && Number.isFinite(r.on) ? r : { back: 0, on: 0 }));
  const halves = roomAt.map((r) => (r.back + r.on) / 2);
  return {
    stops: stops.map((deg, i) => fold(deg + ((rooms[i]?.on ?? 0) - (rooms[i]?.back ?? 0)) / 2, cycleDeg)),
    worstDeg: Math.min(...halves),
  };
}

/** Margins nearer than this are one. */
const NEAR_DEG = 1e-6;

/** Of all sets of at most `limit` stops, one with the largest worst margin, at least `fromDeg`; null when there is none. */
function furthestClear(
  baseCircles: readonly Target[],
  fromDeg: number,
  cycleDeg: number,
  limit: number,
  only: readonly number[] | null,
): { stops: number[]; worstDeg: number } | null {
  const effort = new Effort();
  const at = (marginDeg: number): { stops: number[]; worstDeg: number } | null => {
    const stops = stopsAt(baseCircles, marginDeg, cycleDeg, limit, only, effort);
    return stops === null ? null : settled(baseCircles, stops, cycleDeg, only === null);
  };
  let best = at(fromDeg);
  if (best === null) return null;
  let high = Math.min(...baseCircles.map((h) => Math.max(...h.map((a) => a.spanDeg)) / 2)) + NEAR_DEG;
  while (high - best.worstDeg > NEAR_DEG && !effort.spent) {
    // Most often the settled set can't be bettered: ask that first.
    const little = at(best.worstDeg + NEAR_DEG);
    if (little === null) break;
    if (little.worstDeg > best.worstDeg) best = little;
    const middle = (best.worstDeg + high) / 2;
    const more = at(middle);
    if (more === null) high = middle;
    else if (more.worstDeg > best.worstDeg) best = more;
    else high = middle;
  }
  return best;
}

/**
 * Among sets with this worst margin, the one that turns the crank least from its first stop to its
 * last. Exact where every base circle is one arc; otherwise the given set with its ends drawn in.
 */
function leastTurning(
  baseCircles: readonly Target[],
  clear: { stops: number[]; worstDeg: number },
  cycleDeg: number,
): number[] {
  const count = clear.stops.length;
  if (count < 2) return clear.stops;
  const marginDeg = clear.worstDeg - NEAR_DEG / 10;
  const targets = baseCircles.map((h) => shrunk(h, marginDeg, cycleDeg) ?? h);
  // A hair short of a cycle is its start: else a turn of nearly a cycle would look like none.
  const fromStart = (stops: readonly number[]): number[] =>
    stops.map((deg) => (deg > cycleDeg - NEAR_DEG / 2 ? deg - cycleDeg : deg));
  const best = { stops: fromStart(clear.stops).sort((a, b) => a - b), turnDeg: Infinity };
  const keep = (drawn: readonly number[]): void => {
    const stops = fromStart(drawn).sort((a, b) => a - b);
    const turnDeg = (stops.at(-1) ?? 0) - (stops[0] ?? 0);
    if (turnDeg < best.turnDeg) Object.assign(best, { stops, turnDeg });
  };
  keep(drawnIn(targets, best.stops, cycleDeg));
  if (targets.every((t) => t.length === 1)) {
    const arcs = targets.map((t) => t[0] as Arc);
    for (const stops of sweepsFromEveryEnd(arcs, cycleDeg, count).map(fromStart)) {
      // Only sets whose first stop is the first on the cycle count from there.
      if (stops.every((deg) => deg >= (stops[0] ?? 0))) keep(stops);
    }
  }
  return settledBetween(baseCircles, best.stops, cycleDeg);
}

/** The last stop as early, and the first as late, as what hangs on them alone allows. Stops in crank order. */
function drawnIn(targets: readonly Target[], stops: readonly number[], cycleDeg: number): number[] {
  const drawn = [...stops];
  const last = drawn.length - 1;
  const aloneOn = (i: number): Arc[] =>
    targets.flatMap((t) => {
      const others = drawn.some((deg, j) => j !== i && hits(t, deg, cycleDeg));
      return others ? [] : t.filter((a) => hits([a], drawn[i] ?? 0, cycleDeg)).slice(0, 1);
    });
  const back = Math.min(...aloneOn(last).map((a) => advance(a.startDeg, drawn[last] ?? 0, cycleDeg)));
  if (Number.isFinite(back)) drawn[last] = Math.max((drawn[last] ?? 0) - back, drawn[last - 1] ?? 0);
  const on = Math.min(...aloneOn(0).map((a) => a.spanDeg - advance(a.startDeg, drawn[0] ?? 0, cycleDeg)));
  if (Number.isFinite(on)) drawn[0] = Math.min((drawn[0] ?? 0) + on, drawn[1] ?? 0);
  return drawn;
}

/** First and last stay; each stop between moves to the middle of the base circles that need it. */
function settledBetween(baseCircles: readonly Target[], stops: readonly number[], cycleDeg: number): number[] {
  const middle = settled(baseCircles, stops, cycleDeg, true).stops;
  const moved = stops.map((deg, i) => (i === 0 || i === stops.length - 1 ? deg : (middle[i] ?? deg)));
  return settled(baseCircles, moved, cycleDeg, false).worstDeg >=
    settled(baseCircles, stops, cycleDeg, false).worstDeg - NEAR_DEG
    ? moved
    : [...stops];
}

export interface FewestStops {
  /** In crank order; none when no valve can be served. */
  readonly stops: readonly CrankDeg[];
  /** No fewer can do; less than there are where the search was given up before it was proven. */
  readonly atLeast: number;
}

/** The fewest stops. `only` restricts them to given angles. */
export function fewestStops(engine: Engine, requiredDeg: number, only: readonly number[] | null = null): FewestStops {
  const { cycleDeg } = engine;
  const baseCircles = baseCirclesOf(engine, requiredDeg).filter(
    (h) => only === null || only.some((deg) => hits(shrunk(h, requiredDeg, cycleDeg) ?? [], deg, cycleDeg)),
  );
  const effort = new Effort();
  const fewest = stopsAt(baseCircles, requiredDeg, cycleDeg, baseCircles.length, only, effort);
  if (baseCircles.length === 0 || fewest === null) return { stops: [], atLeast: 0 };
  const clear = furthestClear(baseCircles, requiredDeg, cycleDeg, fewest.length, only);
  const stops = clear === null ? fewest : only === null ? leastTurning(baseCircles, clear, cycleDeg) : clear.stops;
  return {
    stops: stops.map((deg) => fold(tidyDeg(deg), cycleDeg)).sort((a, b) => a - b),
    atLeast: effort.spent
      ? leastPoints(
          baseCircles.map((h) => shrunk(h, requiredDeg, cycleDeg) ?? h),
          cycleDeg,
        )
      : stops.length,
  };
}

/**
 * With so many stops, the largest worst margin that is possible over all valves with a known arc;
 * null when some valve would always stand on a lobe.
 * @throws RangeError unless `count` is a whole number from 1
 */
export function bestWorstMargin(
  engine: Engine,
  count: number,
  only: readonly number[] | null = null,
): { readonly stops: readonly number[]; readonly worstDeg: number } | null {
  if (!Number.isInteger(count) || count < 1) throw new RangeError(`bestWorstMargin: not a number of stops: ${count}`);
  const baseCircles = baseCirclesOf(engine, -Infinity);
  return baseCircles.length === 0 ? null : furthestClear(baseCircles, 0, engine.cycleDeg, count, only);
}

/** The engine's own marks on the whole cycle: each comes up once or, on a four-stroke, twice. */
export const markAngles = (marksDeg: readonly number[], cycleDeg: number): number[] =>
  [...new Set(marksDeg.flatMap((deg) => (cycleDeg === 720 ? [deg, deg + 360] : [deg])))].sort((a, b) => a - b);
