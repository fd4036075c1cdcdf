/**
 * A plan of stops: where the crank is held, which valves are set there and with what margin.
 *
 * Crank degrees, 0 = firing TDC of the first cylinder in the firing order. Stops stand in crank
 * order; every valve stands in exactly one stop or among the unserved, with the reason.
 */
import type { Engine, Valve } from "../engine/resolve";
import { type CrankDeg, fold } from "../units/angle/arc";
import { marginDeg, meets, worstMarginOver } from "./margin";
import type { Moment, Sight } from "./sight";

export interface ServedValve {
  readonly valve: string;
  readonly marginDeg: number;
  /** The worst over the stretch where people really stop; only where the stop is found by eye. */
  readonly rangeWorstDeg?: number;
}

export interface Stop {
  readonly crankDeg: CrankDeg;
  /** What comes up at the pointer: the crank angle within one turn. */
  readonly markDeg: number;
  /** From the stop before, in the running direction; 0 at the first. */
  readonly turnDeg: number;
  readonly set: readonly ServedValve[];
  /** What is watched to find this stop; empty where a mark is lined up. */
  readonly sights: readonly Sight[];
}

export interface UnservedValve {
  readonly valve: string;
  /** Null when no arc is known, or the method has no stop for it. */
  readonly bestMarginDeg: number | null;
  /** Where that best margin is had. */
  readonly bestAtDeg: CrankDeg | null;
  readonly why: string;
}

export interface Plan {
  readonly stops: readonly Stop[];
  /** From the first stop to the last. */
  readonly turnTotalDeg: number;
  readonly worst: ServedValve | null;
  readonly unserved: readonly UnservedValve[];
}

/** Where a valve might be set: an angle, or a moment that is watched for. */
export type Candidate = number | Moment;

/** Margins are told to a millionth of a degree: rounding noise is not information. */
export const tidyDeg = (deg: number): number => Math.round(deg * 1e6) / 1e6 + 0;

const degOf = (c: Candidate): number => (typeof c === "number" ? c : c.deg);

interface Draft {
  readonly crankDeg: CrankDeg;
  readonly set: ServedValve[];
  readonly sights: Sight[];
}

/**
 * Sends every valve to that one of its candidates where its margin is largest (the earlier on the
 * cycle when equal), and keeps what meets the required margin.
 */
export function planFrom(
  engine: Engine,
  requiredDeg: number,
  candidates: (valve: Valve) => readonly Candidate[],
): Plan {
  const drafts = new Map<number, Draft>();
  const unserved: UnservedValve[] = [];
  for (const valve of engine.valves) {
    const best = bestOf(engine, valve, candidates(valve));
    if (best !== null && meets(best.margin, requiredDeg)) put(drafts, engine, valve, best);
    else unserved.push(leftOut(valve, best, requiredDeg));
  }
  return { ...inCrankOrder([...drafts.values()]), unserved };
}

function put(drafts: Map<number, Draft>, engine: Engine, valve: Valve, { deg, margin, from }: Best): void {
  const key = tidyDeg(deg) % engine.cycleDeg;
  const draft = drafts.get(key) ?? { crankDeg: deg, set: [], sights: [] };
  drafts.set(key, draft);
  draft.set.push({ valve: valve.id, marginDeg: tidyDeg(margin), ...rangeOf(engine, valve, from) });
  if (typeof from === "number") return;
  const { cylinder, moment, role } = from.sight;
  if (!draft.sights.some((s) => s.cylinder === cylinder && s.moment === moment && s.role === role))
    draft.sights.push(from.sight);
}

function rangeOf(engine: Engine, valve: Valve, from: Candidate): { rangeWorstDeg?: number } {
  if (typeof from === "number" || from.rangeDeg === null) return {};
  const worst = worstMarginOver(valve, ...from.rangeDeg, engine.cycleDeg);
  return worst === null ? {} : { rangeWorstDeg: tidyDeg(worst) };
}

interface Best {
  readonly deg: CrankDeg;
  readonly margin: number;
  readonly from: Candidate;
}

function bestOf(engine: Engine, valve: Valve, candidates: readonly Candidate[]): Best | null {
  let best: Best | null = null;
  for (const from of candidates) {
    const deg = fold(degOf(from), engine.cycleDeg);
    const margin = marginDeg(valve, deg, engine.cycleDeg);
    if (margin === null) continue;
    const more = best === null ? 1 : margin - best.margin;
    if (best === null || more > 1e-9 || (more > -1e-9 && deg < best.deg)) best = { deg, margin, from };
  }
  return best;
}

function leftOut(valve: Valve, best: Best | null, requiredDeg: number): UnservedValve {
  if (best === null) {
    const why = valve.baseCircleArcs === null ? "no arc known" : "this method has no stop for it";
    return { valve: valve.id, bestMarginDeg: null, bestAtDeg: null, why };
  }
  const margin = tidyDeg(best.margin);
  const why =
    margin < 0
      ? `it is on its lobe there, ${Math.ceil(Math.abs(margin))} degrees from the way out`
      : `only ${Math.floor(margin)} degrees clear of its lobe there, ${requiredDeg} are required`;
  return { valve: valve.id, bestMarginDeg: margin, bestAtDeg: best.deg, why };
}

function inCrankOrder(drafts: readonly Draft[]): Omit<Plan, "unserved"> {
  const sorted = [...drafts].sort((a, b) => a.crankDeg - b.crankDeg);
  const stops = sorted.map(({ crankDeg, set, sights }, i): Stop => ({
    crankDeg,
    set,
    sights,
    markDeg: tidyDeg(crankDeg) % 360,
    turnDeg: tidyDeg(crankDeg - (sorted[i - 1]?.crankDeg ?? crankDeg)),
  }));
  const worst = stops
    .flatMap((s) => s.set)
    .reduce<ServedValve | null>((w, v) => (w === null || v.marginDeg < w.marginDeg ? v : w), null);
  return { stops, turnTotalDeg: tidyDeg((sorted.at(-1)?.crankDeg ?? 0) - (sorted[0]?.crankDeg ?? 0)), worst };
}

/** Valves of a stop that would stand on a lobe if the crank were one full turn out, with their margin there. */
export function wrongOneTurnOut(
  engine: Engine,
  stop: Pick<Stop, "crankDeg" | "set">,
  requiredDeg: number,
): ServedValve[] {
  if (engine.cycleDeg === 360) return [];
  const there = stop.crankDeg + 360;
  return stop.set.flatMap(({ valve: id }) => {
    const valve = engine.valves.find((v) => v.id === id);
    const margin = valve === undefined ? null : marginDeg(valve, there, engine.cycleDeg);
    return margin === null || meets(margin, requiredDeg) ? [] : [{ valve: id, marginDeg: tidyDeg(margin) }];
  });
}
