/** Which lengths there are on gear without a screw, and which of them a job wants. Lengths in mm. */
import type { EngineFile } from "../../../engine/engineFile";
import {
  type FixedGear,
  type LengthAdvice,
  adviseLength,
  fixedGear,
  isFixed,
  lengthWords,
} from "../../../preload/lengths";
import type { FittedEntry } from "../../ledger/entry";
import { middleOf } from "../../ledger/readings";
import type { JobState, ValveState } from "../../state/state";

export interface LengthPlan {
  readonly gear: FixedGear;
  /** What was fitted last at each valve, where it is known. */
  readonly fittedMm: Readonly<Record<string, number>>;
}

/** What was fitted last at each valve, by what earlier jobs say in order. */
export const lastFittedMm = (fittedBefore: readonly FittedEntry[]): Readonly<Record<string, number>> =>
  Object.fromEntries(fittedBefore.map((e) => [e.valve, e.lengthMm]));

/** The lengths of gear without a screw; null where the file names none, and gaps are only judged. */
export function planLengths(file: EngineFile, fittedMm: LengthPlan["fittedMm"]): LengthPlan | null {
  const gear = fixedGear(file.adjuster ?? { kind: "fixed" });
  return isFixed(gear) ? { gear, fittedMm } : null;
}

export interface LengthDemand {
  readonly valve: ValveState;
  /** What is fitted now; null when nobody said. */
  readonly fromMm: number | null;
  /** Null while it is not known what is fitted. */
  readonly advice: LengthAdvice | null;
}

/** The part that stands at a valve now: fitted in this job, at the last one, or everywhere by the engine's file. */
export const fittedNow = ({ gear, fittedMm }: LengthPlan, valve: ValveState): number | null =>
  valve.fittedMm ?? fittedMm[valve.valve.id] ?? gear.fittedMm;

/** What would bring a valve into its band; null when it is there or was not read. */
export function lengthDemand(plan: LengthPlan | null, valve: ValveState): LengthDemand | null {
  if (plan === null || valve.last === null || valve.verdict === "in" || valve.verdict === null) return null;
  const fromMm = fittedNow(plan, valve);
  return {
    valve,
    fromMm,
    advice: fromMm === null ? null : adviseLength(middleOf(valve.last), fromMm, valve.valve.spec, plan.gear),
  };
}

/** All that is wanted of valves that are read and out of their bands. */
export const lengthDemands = (plan: LengthPlan | null, state: Pick<JobState, "valves">): LengthDemand[] =>
  [...state.valves.values()].flatMap((v) => (v.status === "read" ? (lengthDemand(plan, v) ?? []) : []));

/** The list to order by, a line for each length: "2 of 229.00 mm for 3I, 4E". */
export function orderLines(demands: readonly LengthDemand[], { gear }: LengthPlan): string[] {
  const byLength = new Map<number, string[]>();
  for (const { valve, advice } of demands)
    if (advice?.kind === "fit")
      byLength.set(advice.lengthMm, [...(byLength.get(advice.lengthMm) ?? []), valve.valve.id]);
  const lines = [...byLength]
    .sort(([a], [b]) => a - b)
    .map(([mm, valves]) => `${valves.length} of ${lengthWords(mm, gear)} for ${valves.join(", ")}`);
  const none = demands.flatMap(({ valve, advice }) =>
    advice?.kind === "none"
      ? [
          `none on the list for ${valve.valve.id}: ${lengthWords(advice.needsMm[0], gear)} to ${lengthWords(advice.needsMm[1], gear)} would do`,
        ]
      : [],
  );
  const unknown = demands.filter((w) => w.advice === null).map((w) => w.valve.valve.id);
  return [
    ...lines,
    ...none,
    ...(unknown.length === 0 ? [] : [`measure what is fitted at ${unknown.join(", ")} first`]),
  ];
}
