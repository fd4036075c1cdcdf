/** Parts that are wanted, named as the sizes they are sold in, with what each leaves. */
import type { ShimPlan, Position } from "./assign";
import { middle } from "./assign";
import { lashWithMm, newThicknessMm } from "./oneValve";

/** Where no catalog says in which steps parts are sold (assumed: the usual one). */
export const USUAL_STEP_MM = 0.05;

export interface Wanted {
  readonly sizeMm: number;
  /** Where they go, with the lash that each leaves there. */
  readonly at: readonly { readonly position: string; readonly leavesMm: number; readonly inBand: boolean }[];
}

/**
 * The step in which sizes are sold: the smallest between neighbors of a catalog, in mm; {@link USUAL_STEP_MM} where
 * fewer than two are known.
 */
export function stepOf(sizesMm: readonly number[]): number {
  const sorted = [...new Set(sizesMm.map((s) => Math.round(s * 1000)))].sort((a, b) => a - b);
  const least = Math.min(...sorted.slice(1).map((s, i) => s - (sorted[i] ?? 0)));
  return Number.isFinite(least) ? least / 1000 : USUAL_STEP_MM;
}

/** The size of a step nearest to what the aim wants; of two alike the thinner: a wide gap can be closed, a tight one burns. */
export function sizeFor(position: Position, stepMm: number): { sizeMm: number; leavesMm: number; inBand: boolean } {
  const lashMm = middle(position.lashMm);
  const ideal = newThicknessMm(position.fittedMm, lashMm, position.aimMm);
  const sizeMm = Math.round(Math.max(1, Math.ceil(ideal / stepMm - 0.5 - 1e-9)) * stepMm * 1e6) / 1e6;
  const leavesMm = lashWithMm(position.fittedMm, lashMm, sizeMm);
  return {
    sizeMm,
    leavesMm,
    inBand: leavesMm >= position.lowMm - 1e-9 && leavesMm <= position.highMm + 1e-9,
  };
}

/** What is to be bought for a plan: the parts that it buys and a size for each position it can't serve; by size, thinnest first. */
export function wantedFor(plan: ShimPlan, positions: readonly Position[], stepMm: number): Wanted[] {
  const bought = plan.picks
    .filter((p) => p.source === "buy")
    .map((p) => ({ sizeMm: p.thicknessMm, position: p.position, leavesMm: p.predictedLashMm, inBand: true }));
  const unserved = plan.unserved.flatMap(({ position: id }) => {
    const position = positions.find((p) => p.id === id);
    return position === undefined ? [] : [{ ...sizeFor(position, stepMm), position: id }];
  });
  const bySize = new Map<number, Wanted["at"]>();
  for (const { sizeMm, ...at } of [...bought, ...unserved]) bySize.set(sizeMm, [...(bySize.get(sizeMm) ?? []), at]);
  return [...bySize].map(([sizeMm, at]) => ({ sizeMm, at })).sort((a, b) => a.sizeMm - b.sizeMm);
}
