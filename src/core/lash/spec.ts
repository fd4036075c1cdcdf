/**
 * A lash spec in mm: what is aimed at and the band that is accepted, both ends included.
 */
import type { EngineFile, LashFigures, LengthText, ValveRole } from "../engine/engineFile";
import { ROLES } from "../engine/engineFile";
import { MM_PER_INCH, lengthOf, toMm } from "../units/length";

export interface LashSpec {
  readonly nominalMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  /** True when a limit was not given and the default band stands in. */
  readonly assumedBand: boolean;
}

/**
 * Half the band of a spec that names no limits, in the system of its figures (rule of the trade). In inches "this leaf
 * goes, the next does not" is then in its band at nominal.
 */
const DEFAULT_BANDS = {
  metric: { mm: 0.025, words: "0.025 mm" },
  inch: { mm: MM_PER_INCH / 1000, words: "one thou" },
} as const;

/** What is assumed to either side of a nominal lash without limits. @throws RangeError when it is not a length */
export const defaultBand = (nominal: LengthText): (typeof DEFAULT_BANDS)["metric" | "inch"] =>
  DEFAULT_BANDS[lengthOf(nominal).unit === "mm" ? "metric" : "inch"];

/** Reads the figures of one role. Crossed limits pass through: {@link crossedLimit} names them. */
export function lashSpec(figures: LashFigures): LashSpec {
  const nominalMm = toMm(figures.nominal);
  const band = defaultBand(figures.nominal).mm;
  return {
    nominalMm,
    lowMm: figures.low === undefined ? Math.max(0, nominalMm - band) : toMm(figures.low),
    highMm: figures.high === undefined ? nominalMm + band : toMm(figures.high),
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
