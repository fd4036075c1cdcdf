/**
 * A lash spec in mm: what is aimed at and the band that is accepted, both ends included.
 */
import type { EngineFile, LashEntry, LashFigures, ValveRole } from "../engine/engineFile";
import { ROLES } from "../engine/engineFile";
import { coldAimRefusal } from "../heat/coldAim";
import { toMm } from "../units/length";

export interface LashSpec {
  readonly nominalMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  /** True when a limit was not given and the default band stands in. */
  readonly assumedBand: boolean;
}

/** Half the band of a spec that names no limits (assumed: one step of a common feeler set). */
export const DEFAULT_BAND_MM = 0.025;

/** Reads the figures of one role. Crossed limits pass through: {@link crossedLimit} names them. */
export function lashSpec(figures: LashFigures): LashSpec {
  const nominalMm = toMm(figures.nominal);
  return {
    nominalMm,
    lowMm: figures.low === undefined ? Math.max(0, nominalMm - DEFAULT_BAND_MM) : toMm(figures.low),
    highMm: figures.high === undefined ? nominalMm + DEFAULT_BAND_MM : toMm(figures.high),
    assumedBand: figures.low === undefined || figures.high === undefined,
  };
}

/** The limit that can't be judged against, or null: low above nominal, or nominal above high. */
export function crossedLimit(spec: LashSpec): { field: "low" | "high"; why: string } | null {
  if (spec.lowMm > spec.nominalMm)
    return { field: "low", why: "The low limit is above the nominal lash: put one of them right." };
  if (spec.highMm < spec.nominalMm)
    return { field: "high", why: "The high limit is below the nominal lash: put one of them right." };
  return null;
}

/** Roles of an engine that a lash job covers: those with a spec. */
export const specRoles = (file: EngineFile): ValveRole[] =>
  ROLES.filter((role) => file.lash?.[role] !== undefined && file.valves.some((v) => v.role === role));

/** What is odd about a spec, as questions: none of them stops a job. */
export function specQuestions(lash: LashEntry): string[] {
  const questions: string[] = [];
  for (const role of ROLES) {
    const figures = lash[role];
    if (figures === undefined) continue;
    const spec = lashSpec(figures);
    const crossed = crossedLimit(spec);
    const heldOpen = lash.state === "cold" ? coldAimRefusal(role, spec.nominalMm) : null;
    if (heldOpen !== null) questions.push(`${title(role)}: ${heldOpen}`);
    if (crossed !== null) questions.push(`${title(role)}: ${crossed.why}`);
    else if (spec.lowMm === spec.nominalMm || spec.highMm === spec.nominalMm) {
      questions.push(`${title(role)}: a limit equals the nominal lash. Is there really no room on that side?`);
    }
    if (spec.assumedBand)
      questions.push(`${title(role)}: no limits are given, so plus and minus ${DEFAULT_BAND_MM} mm is assumed.`);
  }
  const { intake, exhaust } = lash;
  if (intake !== undefined && exhaust !== undefined && toMm(exhaust.nominal) < toMm(intake.nominal)) {
    questions.push("Exhaust lash is usually the wider one, and here it is not. Are the two exchanged?");
  }
  return questions;
}

const title = (role: ValveRole): string => role.charAt(0).toUpperCase() + role.slice(1);
