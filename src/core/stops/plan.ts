/**
 * A plan of stops: where the crank is held, which valves are set there and with what margin.
 *
 * Crank degrees, 0 = firing TDC of the first cylinder in the firing order. Stops stand in crank
 * order; every valve stands in exactly one stop or among the unserved, with the reason.
 */
import type { Engine, Valve } from "../engine/resolve";
import { type CrankDeg, fold } from "../units/angle/arc";
import { marginDeg, meets } from "./margin";

export const METHOD_IDS = [
  "firing-order", "two-stop", "opening-closing", "full-lift", "companion-lift", "rocking", "own-lobe", "fewest",
] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export interface ServedValve {
  readonly valve: string;
  readonly marginDeg: number;
}

export interface Stop {
  readonly crankDeg: CrankDeg;
  /** What comes up at the pointer: the crank angle within one turn. */
  readonly markDeg: number;
  /** From the stop before, in the running direction; 0 at the first. */
  readonly turnDeg: number;
  readonly set: readonly ServedValve[];
}

export interface UnservedValve {
  readonly valve: string;
  /** Null when no arc is known. */
  readonly bestMarginDeg: number | null;
  /** Where that best margin is had; null when no arc is known. */
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

/** Margins are told to a millionth of a degree: rounding noise is not information. */
const tidy = (deg: number): number => Math.round(deg * 1e6) / 1e6;

/**
 * Sends every valve to that one of its candidate angles where its margin is largest (the earlier
 * on the cycle when equal), and keeps what meets the required margin.
 */
export function planFrom(
  engine: Engine,
  requiredDeg: number,
  candidates: (valve: Valve) => readonly number[],
): Plan {
  const byAngle = new Map<CrankDeg, ServedValve[]>();
  const unserved: UnservedValve[] = [];
  for (const valve of engine.valves) {
    const best = bestAngle(engine, valve, candidates(valve));
    if (best !== null && meets(best.margin, requiredDeg)) {
      const served = byAngle.get(best.deg) ?? [];
      served.push({ valve: valve.id, marginDeg: tidy(best.margin) });
      byAngle.set(best.deg, served);
    } else unserved.push(leftOut(valve, best, requiredDeg));
  }
  return { ...inCrankOrder(byAngle), unserved };
}

interface Best {
  readonly deg: CrankDeg;
  readonly margin: number;
}

function bestAngle(engine: Engine, valve: Valve, angles: readonly number[]): Best | null {
  let best: Best | null = null;
  for (const deg of angles.map((a) => fold(a, engine.cycleDeg)).sort((a, b) => a - b)) {
    const margin = marginDeg(valve, deg, engine.cycleDeg);
    if (margin !== null && (best === null || margin > best.margin + 1e-9)) best = { deg, margin };
  }
  return best;
}

function leftOut(valve: Valve, best: Best | null, requiredDeg: number): UnservedValve {
  if (best === null) {
    const why = valve.baseArcs === null ? "no arc known" : "this method has no stop for it";
    return { valve: valve.id, bestMarginDeg: null, bestAtDeg: null, why };
  }
  const margin = tidy(best.margin);
  const why = margin < 0
    ? `it is on its lobe there, ${Math.abs(margin).toFixed(0)} degrees from the way out`
    : `only ${margin.toFixed(0)} degrees clear of its lobe there, ${requiredDeg} are required`;
  return { valve: valve.id, bestMarginDeg: margin, bestAtDeg: best.deg, why };
}

function inCrankOrder(byAngle: ReadonlyMap<CrankDeg, readonly ServedValve[]>): Omit<Plan, "unserved"> {
  const angles = [...byAngle.keys()].sort((a, b) => a - b);
  const stops = angles.map((crankDeg, i): Stop => ({
    crankDeg,
    markDeg: tidy(crankDeg % 360),
    turnDeg: tidy(crankDeg - (angles[i - 1] ?? crankDeg)),
    set: byAngle.get(crankDeg) ?? [],
  }));
  const worst = stops
    .flatMap((s) => s.set)
    .reduce<ServedValve | null>((w, v) => (w === null || v.marginDeg < w.marginDeg ? v : w), null);
  return { stops, turnTotalDeg: tidy((angles.at(-1) ?? 0) - (angles[0] ?? 0)), worst };
}
