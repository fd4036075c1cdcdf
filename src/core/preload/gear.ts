/**
 * From turns of the nut to travel of the plunger.
 *
 * Plunger travel per unit of nut travel, m: 1 / R for a screw at the valve end, 1 at the pushrod end,
 * 1 + 1 / R for a nut on the stud at the pivot, because the rocker swings about the valve's tip there
 * (lever arithmetic). R = rocker ratio. Many people count the nut's own travel only: both are told.
 */
import type { AdjusterEntry, ScrewPlace } from "../engine/engineFile";
import { engineUnit } from "../engine/engineUnit";
import { threadPitch } from "../units/thread";
import {
  type Plunger,
  type PlungerVerdict,
  judgePlunger,
  noWindow,
  plungerForWork,
  plungerOf,
  type DepthSchool,
  inSchool,
} from "./plunger";

export interface PreloadGear {
  readonly at: ScrewPlace;
  readonly pitchMm: number;
  /** Rocker ratio; null where nothing needs it. */
  readonly ratio: number | null;
  /** Plunger travel per unit of nut travel. */
  readonly m: number;
  readonly plunger: Plunger;
}

export type GearProblem = { readonly field: string; readonly why: string };
export const isGear = (g: PreloadGear | GearProblem): g is PreloadGear => "m" in g;

type Thread = Pick<AdjusterEntry, "at" | "ratio" | "pitch" | "tpi" | "plunger">;

/** Reads the gear that sets a preload, or says which figure is missing. */
export const preloadGear = (entry: Thread): PreloadGear | GearProblem => gearWith(entry, plungerOf(entry.plunger));

/** The same for work: a travel that the file does not give is as it was said, or the smallest where that is null. */
export const gearForWork = (
  entry: Thread,
  travelMm: number | null,
  school: DepthSchool = "middle",
): PreloadGear | GearProblem => gearWith(entry, inSchool(plungerForWork(entry.plunger, travelMm), school));

function gearWith(entry: Thread, plunger: Plunger): PreloadGear | GearProblem {
  if (entry.at === undefined)
    return { field: "at", why: "Say where the preload is set: stud-nut, pushrod-end or valve-end." };
  const pitchMm = threadPitch(entry);
  if (typeof pitchMm !== "number") return pitchMm;
  const m = lever(entry.at, entry.ratio);
  if (typeof m !== "number") return m;
  const told: Plunger = engineUnit({ adjuster: entry }) === "in" ? { ...plunger, unit: "in" } : plunger;
  const closed = noWindow(told);
  return closed === null
    ? { at: entry.at, pitchMm, ratio: entry.ratio ?? null, m, plunger: told }
    : { field: "plunger.travel", why: closed };
}

function lever(at: ScrewPlace, ratio: number | undefined): number | GearProblem {
  switch (at) {
    case "pushrod-end":
      return 1;
    case "valve-end":
      return ratio === undefined
        ? { field: "ratio", why: "Give the rocker ratio: at the valve end it counts." }
        : 1 / ratio;
    case "stud-nut":
      return ratio === undefined
        ? { field: "ratio", why: "Give the rocker ratio: on a stud nut it counts." }
        : 1 + 1 / ratio;
    case "tappet":
      return { field: "at", why: "A tappet screw sets lash, not preload: there is no plunger under it." };
    case "cam":
      return {
        field: "at",
        why: "Lash read at the cam is set with a screw, not as preload: there is no plunger here.",
      };
  }
}

/** Travel of the nut itself. Signed as the turns are. */
export const nutTravelMm = (turns: number, { pitchMm }: Pick<PreloadGear, "pitchMm">): number => turns * pitchMm;

/** How far the plunger goes for so many turns past zero lash. */
export const plungerTravelMm = (turns: number, { pitchMm, m }: Pick<PreloadGear, "pitchMm" | "m">): number =>
  turns * pitchMm * m;

/** The turns that bring the plunger so far in. */
export const turnsForMm = (travelMm: number, { pitchMm, m }: Pick<PreloadGear, "pitchMm" | "m">): number =>
  travelMm / (pitchMm * m);

/**
 * Where heat takes the plunger: as the valve tip's gap grows by `growthMm`, the plunger comes up by that
 * over the rocker ratio. @throws RangeError when something grows and no ratio is known
 */
export function hotTravelMm(coldMm: number, growthMm: number, ratio: number | null): number {
  if (growthMm === 0) return coldMm;
  if (ratio === null) throw new RangeError("hotTravelMm: a growth needs the rocker ratio");
  return coldMm - growthMm / ratio;
}

/** The turns people speak of, from an eighth to one and a half. */
export const SPOKEN_TURNS: readonly number[] = [0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 1, 1.25, 1.5];
export const DEFAULT_TURNS = 0.5;

export interface TurnMeaning {
  readonly turns: number;
  readonly nutMm: number;
  readonly coldMm: number;
  readonly hotMm: number;
  readonly verdict: PlungerVerdict;
}

/** The shallow school speaks of less. */
const SHALLOW_TURNS: readonly number[] = [0.0625, 0.125, 0.1875, 0.25, 0.375, 0.5];

/** The turns people of a school speak of. */
export const spokenTurns = ({ school }: Pick<Plunger, "school">): readonly number[] =>
  school === "shallow" ? SHALLOW_TURNS : SPOKEN_TURNS;

/** The turns that a school begins with: the file's, and for the shallow one the spoken turn nearest the middle of its window. */
export function usualTurns(gear: PreloadGear, growthMm: number, fileTurns: number): number {
  if (gear.plunger.school !== "shallow") return fileTurns;
  const { lowMm, highMm } = coldWindow(gear, growthMm);
  const aim = turnsForMm((lowMm + highMm) / 2, gear);
  return spokenTurns(gear.plunger).reduce((best, t) => (Math.abs(t - aim) < Math.abs(best - aim) ? t : best));
}

/** What so many turns mean on this stud, this rocker and this block. */
export function meaningOf(turns: number, gear: PreloadGear, growthMm: number): TurnMeaning {
  const coldMm = plungerTravelMm(turns, gear);
  const hotMm = hotTravelMm(coldMm, growthMm, gear.ratio);
  return {
    turns,
    nutMm: nutTravelMm(turns, gear),
    coldMm,
    hotMm,
    verdict: judgePlunger([coldMm, hotMm], gear.plunger),
  };
}

/** Where the plunger may stand cold, so that it is in its window cold and hot. */
export function coldWindow(
  { plunger, ratio }: PreloadGear,
  growthMm: number,
): { readonly lowMm: number; readonly highMm: number } {
  const comesUp = growthMm === 0 ? 0 : growthMm / (ratio ?? 1);
  if (plunger.school === "shallow")
    return {
      lowMm: Math.max(0, plunger.fromTopMm + comesUp),
      highMm: Math.min(plunger.travelMm, plunger.travelMm - plunger.fromBottomMm + comesUp),
    };
  return {
    lowMm: plunger.fromTopMm + Math.max(0, comesUp),
    highMm: plunger.travelMm - plunger.fromBottomMm + Math.min(0, comesUp),
  };
}
