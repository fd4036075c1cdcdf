/**
 * The plunger of a hydraulic lifter: how deep it stands, and whether it may.
 *
 * Depth is mm from zero lash, in the lifter's own travel; 0 is at the retainer, `travelMm` is at the
 * bottom. A shallow plunger ticks; one at the bottom holds its valve open or bends the pushrod.
 */
import type { PlungerEntry } from "../engine/engineFile";
import { showFigure, showLength, toMm } from "../units/length";
import type { TypedUnit } from "../units/typedLength";

export interface Plunger {
  /** Its whole travel. */
  readonly travelMm: number;
  /** Nobody knows its travel: the smallest that lifters have stands for it. */
  readonly assumed?: true;
  /** The least depth that is allowed… */
  readonly fromTopMm: number;
  /** …and the least room that must be left under it. */
  readonly fromBottomMm: number;
  /** The system in which it is told; mm where it is left out. */
  readonly unit?: TypedUnit;
  /** Set just below zero lash, as judged hot; well inside its travel where it is left out. */
  readonly school?: "shallow";
}

/**
 * How deep: two schools. Well inside the travel forgives wear, heat and unequal valves; just below zero lash a lifter
 * that pumps up can't hold its valve open.
 */
export const DEPTH_SCHOOLS = ["middle", "shallow"] as const;
export type DepthSchool = (typeof DEPTH_SCHOOLS)[number];

/** The hot preload of the shallow school (trade rule). */
export const SHALLOW_HOT_MM = { least: 0.05, most: 0.3 };
/** Lifters of no more travel are mostly set shallow (assumed). */
const SHORT_TRAVEL_MM = 1.5;

/** The school that is proposed for a lifter; an assumed travel proposes nothing. */
export const proposedDepth = ({ travelMm, assumed }: Plunger): DepthSchool =>
  assumed !== true && travelMm <= SHORT_TRAVEL_MM ? "shallow" : "middle";

/** The same lifter as a school judges it. */
export const inSchool = (plunger: Plunger, school: DepthSchool): Plunger =>
  school === "middle"
    ? plunger
    : {
        ...plunger,
        school,
        fromTopMm: SHALLOW_HOT_MM.least,
        fromBottomMm: plunger.travelMm - SHALLOW_HOT_MM.most,
      };

/** A depth or a travel in the lifter's own system: "1.25 mm", "0.049 in". */
export const depthWords = (mm: number, { unit = "mm" }: Pick<Plunger, "unit">): string => showLength(mm, unit);

/** The bare figure of {@link depthWords}. */
export const depthFigure = (mm: number, { unit = "mm" }: Pick<Plunger, "unit">): string => showFigure(mm, unit);

/** Rounding, far below any thread. */
const EPS_MM = 1e-9;

/** What must be left at either end where the maker says nothing (trade rule of thumb). */
export const DEFAULT_ROOM_MM = 0.5;
/** The travel that is assumed where none is given: the middle of what lifters have, 1 to 5 mm. */
export const DEFAULT_TRAVEL_MM = 4;

/** What lifters usually have, smallest first. */
export const USUAL_TRAVELS = [
  { mm: 1.3, inch: ".050 in" },
  { mm: 1.5, inch: ".060 in" },
  { mm: 2.5, inch: ".100 in" },
  { mm: 4, inch: ".160 in" },
] as const;
export const SMALLEST_TRAVEL_MM = USUAL_TRAVELS[0].mm;

/**
 * The lifter that work is planned for: its travel as the file gives it, else as it was said. Where it is known to
 * nobody it counts as the smallest, so that nothing that is told goes beyond any lifter's bottom.
 */
export function plungerForWork(entry: PlungerEntry | undefined, saidMm: number | null): Plunger {
  const plunger = plungerOf(entry);
  if (entry?.travel !== undefined) return plunger;
  return saidMm === null
    ? { ...plunger, travelMm: SMALLEST_TRAVEL_MM, assumed: true }
    : { ...plunger, travelMm: saidMm };
}

/** The travel as it is told, never without saying that it is not known. */
export const travelWords = ({ travelMm, assumed, unit = "mm" }: Plunger): string =>
  `${unit === "mm" ? `${travelMm} mm` : showLength(travelMm, unit)}${assumed === true ? " (travel not known: the smallest there is)" : ""}`;

/** Reads the figures of a lifter; what is left out takes the default. */
export function plungerOf(entry: PlungerEntry | undefined): Plunger {
  const mm = (value: PlungerEntry[keyof PlungerEntry], otherwise: number): number =>
    value === undefined ? otherwise : toMm(value);
  return {
    travelMm: mm(entry?.travel, DEFAULT_TRAVEL_MM),
    fromTopMm: mm(entry?.fromTop, DEFAULT_ROOM_MM),
    fromBottomMm: mm(entry?.fromBottom, DEFAULT_ROOM_MM),
  };
}

/** Why a lifter's figures leave no window, or null. */
export const noWindow = (plunger: Plunger): string | null =>
  plunger.fromTopMm + plunger.fromBottomMm <= plunger.travelMm + EPS_MM
    ? null
    : `With ${depthWords(plunger.fromTopMm, plunger)} from the top and ${depthWords(plunger.fromBottomMm, plunger)} from the bottom, a travel of ${travelWords(plunger)} leaves no room: put one of them right.`;

export type PlungerVerdict = "in" | "shallow" | "deep";

/**
 * The verdict on depths, cold and hot: a limit itself is in, and deep wins, since it is the one that bends something.
 * The shallow school judges the last one, hot.
 */
export function judgePlunger(
  allMm: readonly number[],
  { travelMm, fromTopMm, fromBottomMm, school }: Plunger,
): PlungerVerdict {
  if (allMm.some((d) => d > travelMm + EPS_MM)) return "deep";
  const depthsMm = school === "shallow" ? allMm.slice(-1) : allMm;
  if (depthsMm.some((d) => d > travelMm - fromBottomMm + EPS_MM)) return "deep";
  return depthsMm.some((d) => d < fromTopMm - EPS_MM) ? "shallow" : "in";
}

/** What a verdict means at the engine, by the school that it is judged by: what one calls wrong may be right for the other. */
const WORDS: Readonly<Record<DepthSchool, Readonly<Record<PlungerVerdict, string>>>> = {
  middle: {
    in: "in its window",
    shallow: "shallower than the middle school sets it: it may tick",
    deep: "too deep: it may hold the valve open or bend the pushrod",
  },
  shallow: {
    in: "in the shallow school's window",
    shallow: "too shallow even for the shallow school: it will tick",
    deep: "deeper than the shallow school sets it: it may hold the valve open once it pumps up",
  },
};
export const plungerWords = (
  verdict: PlungerVerdict,
  { school = "middle" }: { readonly school?: DepthSchool },
): string => WORDS[school][verdict];
