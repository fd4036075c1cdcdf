/** The positions of a shim job as the assignment takes them, and the parts that it may use. */
import type { StockPart } from "../parts/part";
import { type Part, type Position, type ShimPlan, assignShims } from "../shims/assign";
import { type Aim, aimFor } from "../shims/oneValve";
import { type Job, intervalOf } from "./job";
import type { RunState, ValveState } from "./state";

/** Only what is out of its band is touched, or all that is opened takes part. */
export const SHIM_SCOPES = ["out", "all"] as const;
export type ShimScope = (typeof SHIM_SCOPES)[number];
export interface ShimWish {
  readonly scope: ShimScope;
  readonly aim: Aim;
}

/** The last reading of every valve whose fitted part is known, in mm by valve. Valves that are in their band take part too: their parts may serve others. */
export function shimPositions(job: Job, state: RunState, fittedMm: Readonly<Record<string, number>>, { scope, aim }: ShimWish): Position[] {
  return [...state.valves.values()].flatMap((v) => {
    const fitted = fittedMm[v.valve.id];
    if (fitted === undefined || (scope === "out" && v.verdict === "in") || v.last === null || v.last.pass === "set") return [];
    const { lowMm, highMm } = v.valve.spec;
    // Exhaust seats sink with use, so their lash tightens (assumed until this engine's own drift is known).
    const aimMm = aimFor(aim, v.valve.spec, v.valve.role === "exhaust" ? "tightens" : "unknown");
    const lashMm = intervalOf(v.last);
    return [{ id: v.valve.id, fittedMm: fitted, lashMm, aimMm, ...surely({ lowMm, highMm }, (lashMm.hi - lashMm.lo) / 2) }];
  });
}

/**
 * The band narrowed by what the reading leaves open, so that a part that serves is read as in its band
 * afterwards; a reading as wide as its band is taken at its middle.
 */
const surely = ({ lowMm, highMm }: { lowMm: number; highMm: number }, halfMm: number): { lowMm: number; highMm: number } =>
  highMm - lowMm > 2 * halfMm ? { lowMm: lowMm + halfMm, highMm: highMm - halfMm } : { lowMm, highMm };

/** What lies in the drawers for this engine. */
export const shimParts = ({ shims }: Pick<Job, "shims">, stock: readonly StockPart[]): Part[] =>
  stock.flatMap((p) => (shims !== null && p.kind === shims.kind && p.diameterMm === shims.diameterMm && p.count > 0
    ? [{ id: p.id, thicknessMm: p.thicknessMm, source: "stock", quantity: p.count, cost: 0 }] : []));

/**
 * Where each part goes with what is here. Which valves are opened is the mechanic's: those whose fitted part
 * is named. With the scope "out" a valve that is in its band is left alone.
 */
export function planShimJob(job: Job, state: RunState, fittedMm: Readonly<Record<string, number>>, stock: readonly StockPart[], wish: ShimWish): ShimPlan {
  return assignShims({ positions: shimPositions(job, state, fittedMm, wish), parts: shimParts(job, stock), reuse: true });
}

/** What is in its band is left alone, unless more valves are served when it gives its part: so every round serves more. */
export const likelyScope = (plans: Readonly<Record<ShimScope, ShimPlan>>): ShimScope => (plans.all.unserved.length < plans.out.unserved.length ? "all" : "out");

/** The part at a valve as this job or an earlier one left it; null when nobody measured it. */
export const knownFitted = ({ shims }: Pick<Job, "shims">, valve: ValveState): number | null => valve.fittedMm ?? shims?.fittedMm[valve.valve.id] ?? null;
