/**
 * A lash spec in mm: what is aimed at and the band that is accepted, both ends included.
 */
import type { EngineFile, LashEntry, LashFigures, LengthText, ValveEntry, ValveRole } from "../engine/engineFile";
import { ROLES } from "../engine/engineFile";
import { blockOf } from "../engine/height";
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

/**
 * Reads the figures of one role; heights become the gaps under their block, so that a low height is a wide gap. Crossed
 * limits pass through: {@link crossedFigures} names them.
 */
export function lashSpec(figures: LashFigures): LashSpec {
  const given = asGiven(figures);
  const block = blockOf(figures);
  if (block === null) return given;
  return {
    ...given,
    nominalMm: block.mm - given.nominalMm,
    lowMm: Math.max(0, block.mm - given.highMm),
    highMm: block.mm - given.lowMm,
  };
}

/** As they were written down: a lash, or a height. */
export function asGiven(figures: LashFigures): LashSpec {
  const nominalMm = toMm(figures.nominal);
  const band = defaultBand(figures.nominal).mm;
  return {
    nominalMm,
    lowMm: figures.low === undefined ? Math.max(0, nominalMm - band) : toMm(figures.low),
    highMm: figures.high === undefined ? nominalMm + band : toMm(figures.high),
    assumedBand: figures.low === undefined || figures.high === undefined,
  };
}

/** The limit of figures as they were written down that can't be judged against, or null. */
export function crossedFigures(figures: LashFigures): ReturnType<typeof crossedLimit> {
  const crossed = crossedLimit(asGiven(figures));
  return crossed === null || figures.block === undefined
    ? crossed
    : { ...crossed, why: crossed.why.replace("nominal lash", "nominal height") };
}

/** The limit that can't be judged against, or null: low above nominal, or nominal above high. */
export function crossedLimit(spec: LashSpec): { field: "low" | "high"; why: string } | null {
  if (spec.lowMm > spec.nominalMm)
    return { field: "low", why: "The low limit is above the nominal lash: put one of them right." };
  if (spec.highMm < spec.nominalMm)
    return { field: "high", why: "The high limit is below the nominal lash: put one of them right." };
  return null;
}

/** The figures that a source gives for a valve: its own, else its role's; undefined where it gives none. */
export const figuresFor = (
  lash: LashEntry | undefined,
  { id, role }: Pick<ValveEntry, "id" | "role">,
): LashFigures | undefined => lash?.valves?.[id] ?? lash?.[role];

/** Figures of a source as they are named: of a role, or of a single valve. */
export interface NamedFigures {
  /** "exhaust", or "3E". */
  readonly name: string;
  readonly role: ValveRole;
  readonly figures: LashFigures;
}

/** All figures of a source that count on this engine: by role, then those of single valves in the engine's order. */
export function namedFigures(lash: LashEntry | undefined, { valves }: Pick<EngineFile, "valves">): NamedFigures[] {
  const byRole = ROLES.flatMap((role) => {
    const figures = lash?.[role];
    return figures !== undefined && valves.some((v) => v.role === role) ? [{ name: role, role, figures }] : [];
  });
  const single = valves.flatMap(({ id, role }) => {
    const figures = lash?.valves?.[id];
    return figures === undefined ? [] : [{ name: id, role, figures }];
  });
  return [...byRole, ...single];
}

/** Roles of an engine that a lash job covers: those with a spec at one valve or at all. */
export const specRoles = (file: Pick<EngineFile, "lash" | "valves">): ValveRole[] =>
  ROLES.filter((role) => file.valves.some((v) => v.role === role && figuresFor(file.lash, v) !== undefined));
