/** Which parts set the gap, when it is not a screw that does. Lengths in mm. */
import type { AdjusterEntry, EngineFile } from "../../../engine/engineFile";
import type { DrawerPartKind } from "../../../parts/part";
import { toMm } from "../../../units/length";
import type { ValveState } from "../../state/state";

export interface ShimsPlan {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  /** What was fitted last at each valve, where it is known. */
  readonly fittedMm: Readonly<Record<string, number>>;
}

/** Shims, buckets or other parts of graded thickness are exchanged for the whole engine at once. */
export interface ShimsTask {
  readonly kind: "shims";
  readonly plan: ShimsPlan;
}

/** Caps on the valve tip and shims at the rocker are shims like any other. */
const SHIM_KINDS: Readonly<Record<NonNullable<AdjusterEntry["shimAt"]>, DrawerPartKind>> = {
  over: "shim-over",
  under: "shim-under",
  tip: "lash-cap",
  rocker: "rocker-shim",
};

/** The parts that set lash on an engine with shims or graded buckets. */
export const planShims = (
  { adjuster }: Pick<EngineFile, "adjuster">,
  fittedMm: ShimsPlan["fittedMm"],
): ShimsPlan => ({
  kind: adjuster?.kind === "bucket" ? "bucket" : SHIM_KINDS[adjuster?.shimAt ?? "over"],
  diameterMm: adjuster?.diameter === undefined ? null : toMm(adjuster.diameter),
  fittedMm,
});

/** The part at a valve as this job or an earlier one left it; null when nobody measured it. */
export const knownFitted = ({ fittedMm }: ShimsPlan, valve: ValveState): number | null =>
  valve.fittedMm ?? fittedMm[valve.valve.id] ?? null;
