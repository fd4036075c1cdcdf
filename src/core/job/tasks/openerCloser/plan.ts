/** How positively closed valves are set: two parts each. The band of the opener gap is the valve's own. Lengths in mm. */
import type { EngineFile } from "../../../engine/engineFile";
import { CLOSER_HIGH_MM } from "../../../shims/tries";
import { toMm } from "../../../units/length";
import type { FittedEntry } from "../../ledger/entry";

export interface OpenerCloserPlan {
  /** The closer gap that is aimed at, and the most that is right. */
  readonly closerAimMm: number;
  readonly closerHighMm: number;
  /** What was fitted last at each valve, where it is known. */
  readonly fittedMm: Readonly<Record<string, { readonly openerMm: number | null; readonly closerMm: number | null }>>;
}

export interface OpenerCloserTask {
  readonly kind: "opener-closer";
  readonly plan: OpenerCloserPlan;
}

export function planOpenerCloser({ adjuster }: EngineFile, fittedMm: OpenerCloserPlan["fittedMm"]): OpenerCloserPlan {
  const { aim, high } = adjuster?.closer ?? {};
  return {
    closerAimMm: aim === undefined ? 0 : toMm(aim),
    closerHighMm: high === undefined ? CLOSER_HIGH_MM : toMm(high),
    fittedMm,
  };
}

/** The openers and closers that are in there, by what earlier jobs say in order. */
export function lastOpenerClosers(fittedBefore: readonly FittedEntry[]): OpenerCloserPlan["fittedMm"] {
  const known: Record<string, OpenerCloserPlan["fittedMm"][string]> = {};
  for (const { valve, part, lengthMm } of fittedBefore) {
    const there = known[valve] ?? { openerMm: null, closerMm: null };
    known[valve] = part === "closer" ? { ...there, closerMm: lengthMm } : { ...there, openerMm: lengthMm };
  }
  return known;
}
