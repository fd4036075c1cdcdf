/** What is done to a valve of an engine file, as far as practice tells gear apart. Pure. */
import type { EngineFile, ValveRole } from "../../engine/engineFile";
import { adjusterAt, screwOf } from "../../lash/adjuster";
import { DEFAULT_TURNS, isGear, preloadGear } from "../../preload/gear";
import { CLOSER_HIGH_MM } from "../../shims/tries";
import { toMm } from "../../units/length";

export const GEARS = ["screw", "parts", "grind", "opener-closer", "preload"] as const;
export type Gear = (typeof GEARS)[number];

export function gearOf({ adjuster }: Pick<EngineFile, "adjuster">): Gear {
  switch (adjuster?.kind) {
    case "bucket-shim":
    case "bucket":
    case "fixed":
      return "parts";
    case "positive-closing":
      return "opener-closer";
    case "hydraulic":
      return "preload";
    case "grind":
      return "grind";
    case "screw":
    case undefined:
      return "screw";
  }
}

/** A thread of 1 mm straight at the valve, where the file knows none (assumed). */
const ASSUMED_MM_PER_TURN = 1;

/** What one turn in takes off the gap there, or adds to the depth of the plunger; mm, over 0. */
export function travelPerTurnMm(file: Pick<EngineFile, "adjuster">, role: ValveRole): number {
  const { adjuster } = file;
  if (adjuster === undefined) return ASSUMED_MM_PER_TURN;
  if (gearOf(file) === "preload") {
    const gear = preloadGear(adjuster);
    return isGear(gear) ? gear.pitchMm * gear.m : ASSUMED_MM_PER_TURN;
  }
  const screw = screwOf(adjusterAt(adjuster, role));
  return screw === null ? ASSUMED_MM_PER_TURN : screw.pitchMm * screw.k;
}

/** Depths of a plunger in mm that count as right, and the one that is aimed at. */
export interface DepthBand {
  readonly lowMm: number;
  readonly aimMm: number;
  readonly highMm: number;
}

/** How deep a lifter of this engine is to stand: the file's preload, within the room that its ends need. */
export function depthBand({ adjuster }: Pick<EngineFile, "adjuster">): DepthBand {
  const gear = preloadGear(adjuster ?? {});
  // Without figures a lifter of common size on a common stud (assumed).
  if (!isGear(gear)) return { lowMm: 0.5, aimMm: 1, highMm: 3.5 };
  const { travelMm, fromTopMm, fromBottomMm } = gear.plunger;
  const { travel, turns = DEFAULT_TURNS } = adjuster?.preload ?? {};
  const wanted = travel === undefined ? turns * gear.pitchMm * gear.m : toMm(travel);
  const [lowMm, highMm] = [fromTopMm, travelMm - fromBottomMm];
  return { lowMm, highMm, aimMm: Math.min(highMm, Math.max(lowMm, wanted)) };
}

/** Whether the screw is held by something that is loosened first. */
export const hasLock = (file: Pick<EngineFile, "adjuster">): boolean =>
  gearOf(file) === "screw" && file.adjuster?.lock !== "self-locking";

/** The most that a closer gap may be, mm. */
export const closerHighMm = ({ file }: { readonly file: Pick<EngineFile, "adjuster"> }): number =>
  file.adjuster?.closer?.high === undefined ? CLOSER_HIGH_MM : toMm(file.adjuster.closer.high);
