/** The positions of a shim job as the assignment takes them, and the parts that it may use. */
import type { StockPart } from "../parts/part";
import { type Part, type Position, type ShimPlan, assignShims } from "../shims/assign";
import { type Job, intervalOf } from "./job";
import type { RunState, ValveState } from "./state";

/** Only what is out of its band is touched, or all that is opened takes part. */
export const SHIM_SCOPES = ["out", "all"] as const;
export type ShimScope = (typeof SHIM_SCOPES)[number];

/** The last reading of every valve whose fitted part is known, in mm by valve. Valves that are in their band take part too: their parts may serve others. */
export function shimPositions(job: Job, state: RunState, fittedMm: Readonly<Record<string, number>>, scope: ShimScope = "all"): Position[] {
  return [...state.valves.values()].flatMap((v) => {
    const fitted = fittedMm[v.valve.id];
    if (fitted === undefined || (scope === "out" && v.verdict === "in") || v.last === null || v.last.pass === "set") return [];
    const { lowMm, highMm, nominalMm } = v.valve.spec;
    return [{ id: v.valve.id, fittedMm: fitted, lashMm: intervalOf(v.last), lowMm, highMm, aimMm: nominalMm }];
  });
}

/** What lies in the drawers for this engine. */
export const shimParts = ({ shims }: Pick<Job, "shims">, stock: readonly StockPart[]): Part[] =>
  stock.flatMap((p) => (shims !== null && p.kind === shims.kind && p.diameterMm === shims.diameterMm && p.count > 0
    ? [{ id: p.id, thicknessMm: p.thicknessMm, source: "stock", quantity: p.count, cost: 0 }] : []));

/**
 * Where each part goes with what is here. Which valves are opened is the mechanic's: those whose fitted part
 * is named. With the scope "out" a valve that is in its band is left alone.
 */
export function planShimJob(job: Job, state: RunState, fittedMm: Readonly<Record<string, number>>, stock: readonly StockPart[], scope: ShimScope): ShimPlan {
  return assignShims({ positions: shimPositions(job, state, fittedMm, scope), parts: shimParts(job, stock), reuse: true });
}

/** The part at a valve as this job or an earlier one left it; null when nobody measured it. */
export const knownFitted = ({ shims }: Pick<Job, "shims">, valve: ValveState): number | null => valve.fittedMm ?? shims?.fittedMm[valve.valve.id] ?? null;
