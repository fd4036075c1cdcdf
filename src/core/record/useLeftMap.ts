/** Use left by valve, as a head map shows it. Pure. */
import type { ValveForecast } from "./forecast";
import type { UseUnit } from "./history";

/** The soonest of all, soon after it, later, beyond what is looked ahead, or not known. */
export type UseLeftRank = "first" | "soon" | "later" | "far" | "unknown";

export interface UseLeft {
  readonly valve: string;
  readonly rank: UseLeftRank;
  /** A figure short enough for a valve's head: whole units of use, a thousand as "k"; "?" where nothing is known. */
  readonly figure: string;
  /** "after about 420 h". */
  readonly words: string;
}

/** Within so many times the use that is left to the soonest, a valve is soon after it. */
const SOON = 1.5;

/** What is left to each valve by itself, from the last visit on. */
export function useLeftOf(valves: readonly ValveForecast[], unit: UseUnit): UseLeft[] {
  const least = Math.min(...valves.map((v) => v.leavesAt ?? Infinity));
  return valves.map(({ id: valve, rate, leavesAt }): UseLeft => {
    if (rate === null) return { valve, rank: "unknown", figure: "?", words: "not known yet" };
    if (leavesAt === null) return { valve, rank: "far", figure: "far", words: "not within what can be looked ahead" };
    const rank = leavesAt === least ? "first" : leavesAt <= least * SOON ? "soon" : "later";
    if (leavesAt === 0) return { valve, rank, figure: "now", words: "may be out already" };
    return { valve, rank, figure: short(leavesAt), words: `after about ${Math.round(leavesAt)} ${unit}` };
  });
}

const THOUSAND = 1000;
const short = (use: number): string =>
  use < 10 * THOUSAND ? String(Math.round(use)) : `${Math.round(use / THOUSAND)}k`;
