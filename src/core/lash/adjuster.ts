/**
 * How much lash a turn of the adjuster makes.
 *
 * k = lash change at the valve tip per unit of screw travel: 1 for a screw at the valve end, R at
 * the pushrod end, 1 + R for a nut on the stud at the pivot, 1 for a tappet screw, 1 / follower
 * ratio where lash is read between cam and follower (lever arithmetic about the pivot).
 */
import type { AdjusterEntry, ScrewPlace, ValveRole } from "../engine/engineFile";
import { threadPitch } from "../units/thread";
import { type Turn, turnOf } from "../units/turns";

/** An adjuster that is turned, ready to compute with. */
export interface ScrewAdjuster {
  readonly at: ScrewPlace;
  readonly pitchMm: number;
  /** Lash change per unit of screw travel. */
  readonly k: number;
}

export type AdjusterProblem = { readonly field: string; readonly why: string };

/** Reads a screw adjuster, or says which figure is missing. */
export function screwAdjuster(entry: Omit<AdjusterEntry, "kind">): ScrewAdjuster | AdjusterProblem {
  if (entry.at === undefined)
    return { field: "at", why: "Say where the screw sits: valve-end, pushrod-end, stud-nut, tappet or cam." };
  const pitchMm = threadPitch(entry);
  if (typeof pitchMm !== "number") return pitchMm;
  const k = leverage(entry.at, entry);
  return typeof k === "number" ? { at: entry.at, pitchMm, k } : k;
}

export const isScrew = (a: ScrewAdjuster | AdjusterProblem): a is ScrewAdjuster => "k" in a;

/**
 * What sets a follower of this role. An injector's or a pump's is a screw with figures of its own: of place, thread,
 * lock and torque the valves' tell nothing.
 */
export const adjusterAt = (adjuster: AdjusterEntry | undefined, role: ValveRole): AdjusterEntry | undefined =>
  role === "injector" ? { kind: "screw", ...adjuster?.injector } : adjuster;

/** The screw of an adjuster; null where there is none, or the file does not say enough of it. */
export function screwOf(adjuster: AdjusterEntry | undefined): ScrewAdjuster | null {
  if (adjuster?.kind !== "screw") return null;
  const screw = screwAdjuster(adjuster);
  return isScrew(screw) ? screw : null;
}

function leverage(at: ScrewPlace, { ratio, followerRatio }: Omit<AdjusterEntry, "kind">): number | AdjusterProblem {
  switch (at) {
    case "valve-end":
    case "tappet":
      return 1;
    case "pushrod-end":
      return ratio ?? { field: "ratio", why: "Give the rocker ratio: at the pushrod end it counts." };
    case "stud-nut":
      return ratio === undefined
        ? { field: "ratio", why: "Give the rocker ratio: on a stud nut it counts." }
        : 1 + ratio;
    case "cam":
      return followerRatio === undefined
        ? { field: "followerRatio", why: "Give the follower ratio: lash read at the cam depends on it." }
        : 1 / followerRatio;
  }
}

/** Lash to aim for so that it ends at nominal after locking; `lockShiftMm` negative = locking tightens. */
export const aimMm = (nominalMm: number, lockShiftMm: number): number => nominalMm - lockShiftMm;

/** The turn that takes the lash from where it is to the aim; positive lash to lose = in. */
export const turnFor = (fromMm: number, aim: number, adjuster: ScrewAdjuster): Turn =>
  turnOf((fromMm - aim) / (adjuster.pitchMm * adjuster.k));
