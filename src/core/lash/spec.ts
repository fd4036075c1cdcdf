/**
 * A lash spec in mm: what is aimed at and the band that is accepted, both ends included.
 */
import type { EngineFile, LashFigures, ValveRole } from "../engine/engineFile";
import { ROLES } from "../engine/engineFile";
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
