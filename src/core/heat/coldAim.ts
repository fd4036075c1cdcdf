/** From a spec in one state to the other: cold = hot - growth. */
import type { EngineState } from "../engine/engineFile";
import type { LashSpec } from "../lash/spec";
import { type LengthUnit, showLength } from "../units/length";

/** A cold lash under this would hold the valve open once anything settles (rule of the trade). */
export const LEAST_COLD_MM = 0.05;

export type AimVerdict = "possible" | "too-small";

const EPS_MM = 1e-9;
export const judgeColdAim = (coldAimMm: number): AimVerdict =>
  coldAimMm < LEAST_COLD_MM - EPS_MM ? "too-small" : "possible";

/** What is taken from a reading's spec to judge it in `state`, given the growth: positive shift = a wider band. */
export const shiftInto = (state: EngineState, growthMm: number): number => (state === "cold" ? -growthMm : growthMm);

/** A spec as it is in the other state. The low limit of a cold band never falls under what holds a valve open. */
export function specIn(state: EngineState, spec: LashSpec, growthMm: number): LashSpec {
  const by = shiftInto(state, growthMm);
  const floor = state === "cold" ? LEAST_COLD_MM : 0;
  return {
    ...spec,
    nominalMm: spec.nominalMm + by,
    lowMm: Math.max(Math.min(floor, spec.nominalMm + by), spec.lowMm + by),
    highMm: spec.highMm + by,
  };
}

/** The refusal of a cold aim that would hold a valve open, of a role or of all (null); null when it may be set. */
export function coldAimRefusal(role: string | null, coldAimMm: number, unit: LengthUnit = "mm"): string | null {
  if (judgeColdAim(coldAimMm) === "possible") return null;
  const size =
    coldAimMm <= 0 ? `${showLength(coldAimMm, unit)}: no gap at all` : `only ${showLength(coldAimMm, unit)}`;
  return `The ${role === null ? "" : `${role} `}valves would be held open: cold, their lash would be ${size}, and under ${showLength(LEAST_COLD_MM, unit)} nothing may be set. This cam needs a wider lash, or the lash is set hot.`;
}
