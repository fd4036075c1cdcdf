/**
 * Valve gear without a screw: the dry gap (lifter bled down, plunger bottomed) is put right with a
 * pushrod, rocker shim or lash cap of another length.
 *
 * new length = old + (gap - aim) / g, where g is the change of the gap per unit of length: the rocker
 * ratio for a pushrod when the gap is read at the valve tip, else 1.
 */
import { USUAL, type UsualLength } from "../units/typedLength";
import type { AdjusterEntry, LengthPartKind } from "../engine/engineFile";
import type { LashSpec } from "../lash/spec";
import { type LengthUnit, parseLength, showLength, toMm } from "../units/length";

export const LENGTH_PART_NAMES: Record<LengthPartKind, string> = {
  pushrod: "pushrod",
  "rocker-shim": "rocker shim",
  "lash-cap": "lash cap",
};

/** What is usual of their lengths: what lies outside is asked about when it is typed. */
export const LENGTH_PART_USUAL: Readonly<Record<LengthPartKind, UsualLength>> = {
  pushrod: USUAL.pushrod,
  "rocker-shim": USUAL.rockerShim,
  "lash-cap": USUAL.thickness,
};

export interface FixedGear {
  readonly part: LengthPartKind;
  /** Change of the gap per unit of length. */
  readonly g: number;
  /** What can be had, rising, in mm. */
  readonly lengthsMm: readonly number[];
  readonly unit: LengthUnit;
  /** What is fitted at every valve when nothing else is known; null when that is not known either. */
  readonly fittedMm: number | null;
}

/** Reads fixed gear, or says which figure is missing. */
export function fixedGear({
  part = "pushrod",
  gapAt = "valve",
  ratio,
  lengths = [],
  fitted,
}: AdjusterEntry): FixedGear | { readonly field: string; readonly why: string } {
  if (lengths.length === 0)
    return { field: "lengths", why: "List the lengths that can be had: without them no part can be proposed." };
  const levered = part === "pushrod" && gapAt === "valve";
  if (levered && ratio === undefined)
    return {
      field: "ratio",
      why: "Give the rocker ratio: it tells how much the gap changes with the pushrod's length.",
    };
  return {
    part,
    g: levered ? (ratio ?? 1) : 1,
    lengthsMm: [...new Set(lengths.map(toMm))].sort((a, b) => a - b),
    unit: parseLength(lengths[0] ?? 0)?.unit ?? "mm",
    fittedMm: fitted === undefined ? null : toMm(fitted),
  };
}

export const isFixed = (g: ReturnType<typeof fixedGear>): g is FixedGear => "g" in g;

/** A part in the unit of the maker's list: pushrods differ by little, so a metric one shows hundredths. */
export const lengthWords = (mm: number, { unit }: Pick<FixedGear, "unit">): string => showLength(mm, unit);

export type LengthAdvice =
  | { readonly kind: "fit"; readonly lengthMm: number; readonly gapMm: number; readonly idealMm: number }
  /** No length on the list brings it into its band. */
  | {
      readonly kind: "none";
      readonly idealMm: number;
      readonly needsMm: readonly [number, number];
      readonly why: string;
    };

/**
 * The length that brings the gap nearest to its aim, from the middle of the reading. Of two equally near
 * the one that leaves more gap: a lifter that is never at its bottom can still pump up.
 */
export function adviseLength(
  gapMm: number,
  fittedMm: number,
  spec: Pick<LashSpec, "nominalMm" | "lowMm" | "highMm">,
  gear: FixedGear,
): LengthAdvice {
  const gapWith = (lengthMm: number): number => gapMm - (lengthMm - fittedMm) * gear.g;
  const idealMm = fittedMm + (gapMm - spec.nominalMm) / gear.g;
  const needsMm = [fittedMm + (gapMm - spec.highMm) / gear.g, fittedMm + (gapMm - spec.lowMm) / gear.g] as const;
  const off = (l: number): number => Math.abs(gapWith(l) - spec.nominalMm);
  const fits = gear.lengthsMm.filter((l) => gapWith(l) >= spec.lowMm - 1e-9 && gapWith(l) <= spec.highMm + 1e-9);
  const best = [...fits].sort((a, b) => off(a) - off(b) || a - b)[0];
  if (best !== undefined) return { kind: "fit", lengthMm: best, gapMm: gapWith(best), idealMm };
  const name = LENGTH_PART_NAMES[gear.part];
  return {
    kind: "none",
    idealMm,
    needsMm,
    why: `No ${name} on the list brings it into its band: it needs one of ${lengthWords(needsMm[0], gear)} to ${lengthWords(needsMm[1], gear)}.`,
  };
}
