/** Which parts of another length a job wants: valve by valve, and as a list to order by. */
import { type LengthAdvice, adviseLength, lengthWords } from "../preload/lengths";
import { type Job, middleOf } from "./job";
import type { FixedPlan } from "./plans";
import type { RunState, ValveState } from "./state";

export interface WantedPart {
  readonly valve: ValveState;
  /** What is fitted now; null when nobody said. */
  readonly fromMm: number | null;
  /** Null while it is not known what is fitted. */
  readonly advice: LengthAdvice | null;
}

/** The part that stands at a valve now: fitted in this job, at the last one, or everywhere by the engine's file. */
export const fittedNow = ({ gear, fittedMm }: FixedPlan, valve: ValveState): number | null =>
  valve.fittedMm ?? fittedMm[valve.valve.id] ?? gear.fittedMm;

/** What would bring a valve into its band; null when it is there or was not read. */
export function wantedPart({ fixed }: Pick<Job, "fixed">, valve: ValveState): WantedPart | null {
  if (fixed === null || valve.last === null || valve.verdict === "in" || valve.verdict === null) return null;
  const fromMm = fittedNow(fixed, valve);
  return {
    valve,
    fromMm,
    advice: fromMm === null ? null : adviseLength(middleOf(valve.last), fromMm, valve.valve.spec, fixed.gear),
  };
}

export const wantedParts = (job: Job, state: RunState): WantedPart[] =>
  [...state.valves.values()].flatMap((v) => (v.status === "read" ? (wantedPart(job, v) ?? []) : []));

/** The list to order by, a line for each length: "2 of 229.00 mm for 3I, 4E". */
export function orderLines(wants: readonly WantedPart[], { gear }: FixedPlan): string[] {
  const byLength = new Map<number, string[]>();
  for (const { valve, advice } of wants)
    if (advice?.kind === "fit")
      byLength.set(advice.lengthMm, [...(byLength.get(advice.lengthMm) ?? []), valve.valve.id]);
  const lines = [...byLength]
    .sort(([a], [b]) => a - b)
    .map(([mm, valves]) => `${valves.length} of ${lengthWords(mm, gear)} for ${valves.join(", ")}`);
  const none = wants.flatMap(({ valve, advice }) =>
    advice?.kind === "none"
      ? [
          `none on the list for ${valve.valve.id}: ${lengthWords(advice.needsMm[0], gear)} to ${lengthWords(advice.needsMm[1], gear)} would do`,
        ]
      : [],
  );
  const unknown = wants.filter((w) => w.advice === null).map((w) => w.valve.valve.id);
  return [
    ...lines,
    ...none,
    ...(unknown.length === 0 ? [] : [`measure what is fitted at ${unknown.join(", ")} first`]),
  ];
}
