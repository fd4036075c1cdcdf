/**
 * Which thickness one valve wants: new = fitted + lash - aim, in mm.
 *
 * A thicker part makes the lash smaller by as much. Thicknesses are measured ones; where only a mark is
 * known, its uncertainty widens what is predicted.
 */
import { type Interval, interval } from "../units/interval";
import { type LengthUnit, MM_PER_INCH, asStamped } from "../units/length";

/** How far a part may be from its mark: a mark says what it was when new (trade: 0.02 mm). */
export const MARK_WITHIN_MM = 0.02;

/** Predicted and achieved further apart than this: a wrong reading, dirt, or a part not seated (rule of the trade). */
export const APART_MM = 0.03;

/** The thickness that brings the lash to the aim. */
export const newThicknessMm = (fittedMm: number, lashMm: number, aimMm: number): number => fittedMm + lashMm - aimMm;

/** The lash that a part leaves. */
export const lashWithMm = (fittedMm: number, lashMm: number, thicknessMm: number): number =>
  fittedMm + lashMm - thicknessMm;

/** The same as an interval: the reading's, widened by what is not known of either part. */
export function lashWithin(fitted: Interval, lash: Interval, thickness: Interval): Interval {
  return interval(fitted.lo + lash.lo - thickness.hi, fitted.hi + lash.hi - thickness.lo);
}

/** The thicknesses that leave the lash in its band. */
export const thicknessWindow = (
  fittedMm: number,
  lashMm: number,
  { lowMm, highMm }: { lowMm: number; highMm: number },
): Interval => interval(fittedMm + lashMm - highMm, fittedMm + lashMm - lowMm);

export const AIMS = ["nominal", "long-life"] as const;
export type Aim = (typeof AIMS)[number];
/** What is known of a valve's drift: tightening ones are set wide, loosening ones close. */
export type Drift = "tightens" | "loosens" | "unknown";

/** Where inside its band a valve is set: long life moves it by a quarter of the band towards where it drifts from. */
export function aimFor(
  aim: Aim,
  { nominalMm, lowMm, highMm }: { nominalMm: number; lowMm: number; highMm: number },
  drift: Drift,
): number {
  if (aim === "nominal" || drift === "unknown") return nominalMm;
  const quarter = (highMm - lowMm) / 4;
  return drift === "tightens" ? Math.min(highMm, nominalMm + quarter) : Math.max(lowMm, nominalMm - quarter);
}

export interface SumLine {
  readonly what: string;
  readonly figure: string;
}

/** A length as typed, for the sum: exact in its own unit. */
export interface SumFigure {
  readonly mm: number;
  readonly unit: LengthUnit;
}

const exact = (mm: number): string => String(Math.round(mm * 1e6) / 1e6);
const shown = (mm: number): string => (Math.round(mm * 1e4) / 1e4).toFixed(3).replace(/0$/, "");

/** The sum line by line as on paper; a figure in inches is brought over exactly, and that is a line of its own. */
export function sumLines(fitted: SumFigure, lash: SumFigure, aim: SumFigure): SumLine[] {
  const over = (what: string, { mm, unit }: SumFigure): SumLine[] => {
    if (unit === "mm") return [{ what, figure: `${shown(mm)} mm` }];
    const typed =
      unit === "in"
        ? `${asStamped(exact(mm / MM_PER_INCH), "in")} in × 25.4`
        : `${exact((mm / MM_PER_INCH) * 1000)} thou × 0.0254`;
    return [{ what, figure: `${typed} = ${exact(mm)} mm` }];
  };
  const wanted = newThicknessMm(fitted.mm, lash.mm, aim.mm);
  return [
    ...over("fitted", fitted),
    ...over("and the lash that was read", lash),
    ...over("less the lash that is wanted", aim),
    {
      what: "makes the part",
      figure: `${shown(fitted.mm)} + ${shown(lash.mm)} − ${shown(aim.mm)} = ${shown(wanted)} mm`,
    },
  ];
}
