/**
 * Lengths as people type them beside a unit: a bare figure is read in the unit that is shown, unless it would be
 * absurd in it and usual in the other one. Then it stays bare, and is asked about.
 */
import { parseLength } from "./length";

export const TYPED_UNITS = ["mm", "in"] as const;
export type TypedUnit = (typeof TYPED_UNITS)[number];

/**
 * What is usual of a kind of length, in mm and by size (a growth may be negative). No range is wider than an inch has
 * millimetres, so that hardly a figure is usual in both units.
 */
export interface UsualLength {
  readonly leastMm: number;
  readonly mostMm: number;
}

/** What is usual at an engine. Nothing is refused by it: what lies outside is asked about, where the other unit fits. */
export const USUAL = {
  lash: { leastMm: 0.05, mostMm: 1.2 },
  /** Around an aim, or from one end of a window. */
  tolerance: { leastMm: 0.005, mostMm: 0.12 },
  /** From the lowest to the highest that is right. */
  bandWidth: { leastMm: 0.01, mostMm: 0.25 },
  growth: { leastMm: 0.024, mostMm: 0.6 },
  checkingLift: { leastMm: 0.1, mostMm: 2.2 },
  fullLift: { leastMm: 2, mostMm: 40 },
  plungerTravel: { leastMm: 0.8, mostMm: 6 },
  plungerRoom: { leastMm: 0.1, mostMm: 2 },
  wire: { leastMm: 0.2, mostMm: 5 },
  loadedGap: { leastMm: 0.02, mostMm: 0.5 },
  closerGap: { leastMm: 0.003, mostMm: 0.07 },
  /** Shims, caps, buckets, openers and closers. */
  thickness: { leastMm: 0.8, mostMm: 16 },
  diameter: { leastMm: 4, mostMm: 50 },
  /** Of a follower over a datum, and of the block beside it. */
  height: { leastMm: 12, mostMm: 300 },
  pushrod: { leastMm: 40, mostMm: 700 },
  /** From a rocker's pivot to its tip, the tip's radius, what it wipes, and how high and how far off it stands. */
  rockerArm: { leastMm: 15, mostMm: 120 },
  rockerTip: { leastMm: 2, mostMm: 25 },
  wiped: { leastMm: 0.3, mostMm: 6 },
  pivotHeight: { leastMm: 1.5, mostMm: 38 },
  patchOffset: { leastMm: 0.2, mostMm: 4 },
  rockerShim: { leastMm: 0.2, mostMm: 5 },
  pulleyAcross: { leastMm: 50, mostMm: 1100 },
  pulley: { leastMm: 150, mostMm: 3500 },
} as const satisfies Readonly<Record<string, UsualLength>>;

const BARE = /^[+-]?[\d\s.,/]*\d[\d\s.,/]*$/;

/** Whether figures stand here without a unit. */
export const isBare = (text: string): boolean => BARE.test(text.trim());

/** A typed text apart: the figures, and the unit where it is mm or inches and stands behind them. */
export function apart(text: string): { readonly figures: string; readonly unit: TypedUnit | null } {
  const found = /^(.*\d[.,]?\s*) (mm|in)$/.exec(text);
  return found === null
    ? { figures: text, unit: null }
    : { figures: found[1] ?? "", unit: found[2] === "in" ? "in" : "mm" };
}

/** What was typed with the unit that is shown beside it; a text that has its own unit, or is no figure, stays as it is. */
export const withUnit = (text: string, unit: TypedUnit): string => (isBare(text) ? `${text} ${unit}` : text);

/** The two that a bare figure may mean, the shown unit's first; null where there is no doubt. */
export function unitDoubt(text: string, unit: TypedUnit, usual: UsualLength): readonly [string, string] | null {
  if (!isBare(text)) return null;
  const other = unit === "mm" ? "in" : "mm";
  return isUsual(text, unit, usual) || !isUsual(text, other, usual) ? null : [`${text} ${unit}`, `${text} ${other}`];
}

/** Nothing at all is usual of everything. */
function isUsual(text: string, unit: TypedUnit, { leastMm, mostMm }: UsualLength): boolean {
  const mm = Math.abs(parseLength(text, unit)?.mm ?? NaN);
  return Number.isNaN(mm) || mm === 0 || (mm >= leastMm && mm <= mostMm);
}

/** As a length field keeps it: with its unit; bare while it must be asked about. */
export const taken = (text: string, unit: TypedUnit, usual: UsualLength): string =>
  unitDoubt(text, unit, usual) === null ? withUnit(text, unit) : text;

/** Lengths parted by commas, with the unit behind each or once behind the last; null where none is said. */
export function listedLengths(text: string): string[] | null {
  const all = text
    .split(/[,;\n]+/)
    .map((one) => one.trim())
    .filter((one) => one !== "");
  const last = /[a-z"]+$/i.exec(all.at(-1) ?? "")?.[0];
  return all.some(isBare) && last === undefined ? null : all.map((one) => (isBare(one) ? `${one} ${last}` : one));
}

/** Why a bare figure is not taken, or null; nothing typed is nothing wrong. */
export const unitProblem = (text: string): string | null =>
  isBare(text) ? `${text.trim()} mm or ${text.trim()} in? Say which.` : null;
