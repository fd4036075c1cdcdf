/** A reading in the other state than the job's, judged: its band is carried over by the growth. Pure. */
import type { EngineState, ValveRole } from "../engine/engineFile";
import { type Verdict, judgeInterval } from "../lash/judge";
import type { LashSpec } from "../lash/spec";
import type { Interval } from "../units/interval";
import { LEAST_COLD_MM, specIn } from "./coldAim";
import type { Offset } from "./offset";

/** The band of a valve in the other state than the job's. */
export interface OtherBand {
  readonly lowMm: number;
  readonly highMm: number;
  /** It stands so in the spec; else it is what is usual of such an engine, and no more than that. */
  readonly known: boolean;
}

const EPS_MM = 1e-9;

/**
 * The band of a role in the other state. `offset` is what the job was judged through, null where the spec stands in the
 * job's own state; `usualGrowthMm` what is usual of the engine then (hot minus cold). Null where neither says.
 */
export function otherBand(
  spec: LashSpec,
  role: ValveRole,
  state: EngineState,
  { offset, usualGrowthMm }: { readonly offset: Offset | null; readonly usualGrowthMm: number | null },
): OtherBand | null {
  const growthMm = offset === null ? usualGrowthMm : (offset.growthMm[role] ?? null);
  // A cold band that was cut at what holds a valve open does not tell the hot one it came from.
  if (growthMm === null || (offset !== null && state === "cold" && spec.lowMm <= LEAST_COLD_MM + EPS_MM)) return null;
  const { lowMm, highMm } = specIn(state === "cold" ? "hot" : "cold", spec, growthMm);
  return { lowMm, highMm, known: offset !== null };
}

/** What the leaves say against it. */
export const judgeInOther = ({ lo, hi }: Interval, band: OtherBand): Verdict => judgeInterval(lo, hi, band);
