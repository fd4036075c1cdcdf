/** How far one screw or nut is turned, with no engine: from a gap and a target, or for a change alone. */
import { SCREW_PLACES, type ScrewPlace } from "../engine/engineFile";
import { type ScrewAdjuster, isScrew, screwAdjuster, turnFor } from "../lash/adjuster";
import { parseThread } from "../units/thread";
import type { Turn } from "../units/turns";
import { type Problems, RATIO_WRONG, readAtLeast, readRatio } from "./typed";

export interface TypedTurn {
  /** Lash as read and as wanted… */
  readonly lash: string;
  readonly target: string;
  /** …or only by how much it shall change, either way. */
  readonly change: string;
  readonly thread: string;
  readonly at: string;
  readonly ratio: string;
}

export interface TurnAnswer {
  readonly adjuster: ScrewAdjuster;
  /** By how much the gap changes, in mm, never negative. */
  readonly changeMm: number;
  /** In closes the gap, out opens it. */
  readonly turn: Turn;
  /** Only the change is known: in where it shall close, out where it shall open. */
  readonly eitherWay: boolean;
}

/** Null and no problem while something is not typed yet. */
export function quickTurn(typed: TypedTurn): {
  readonly answer: TurnAnswer | null;
  readonly problems: Problems<keyof TypedTurn>;
} {
  const problems: { -readonly [F in keyof TypedTurn]?: string } = {};
  const length = (field: "lash" | "target" | "change"): number | null => {
    const short =
      field === "change" ? "Type how much, without a sign: both ways are told." : "A gap is never below zero.";
    const read = readAtLeast(typed[field], "0.30 mm or .012 in", 0, short);
    if (read.why !== null) problems[field] = read.why;
    return read.length?.mm ?? null;
  };
  const [lash, target, change] = [length("lash"), length("target"), length("change")];
  const adjuster = typedAdjuster(typed, problems);
  const eitherWay = lash === null || target === null;
  const tighterMm = eitherWay ? change : lash - target;
  if (adjuster === null || tighterMm === null || Object.keys(problems).length > 0) return { answer: null, problems };
  const turn = turnFor(tighterMm, 0, adjuster);
  return { answer: { adjuster, changeMm: Math.abs(tighterMm), turn, eitherWay }, problems };
}

/** The screw, or null while a figure of it is missing or wrong. */
function typedAdjuster(
  { thread, at, ratio }: TypedTurn,
  problems: { -readonly [F in keyof TypedTurn]?: string },
): ScrewAdjuster | null {
  if (thread.trim() === "") return null;
  const pitch = parseThread(thread);
  if ("why" in pitch) {
    problems.thread = pitch.why;
    return null;
  }
  const place = SCREW_PLACES.find((p) => p === at);
  if (place === undefined) return null;
  const levers = asked(place) === null ? {} : { [asked(place) ?? ""]: ratioOf(ratio, problems) };
  const adjuster = screwAdjuster({ at: place, ...pitch, ...levers });
  return isScrew(adjuster) && Number.isFinite(adjuster.k) ? adjuster : null;
}

/** Which lever counts at a place; null where none does. */
export const asked = (at: ScrewPlace): "ratio" | "followerRatio" | null =>
  at === "pushrod-end" || at === "stud-nut" ? "ratio" : at === "cam" ? "followerRatio" : null;

function ratioOf(text: string, problems: { ratio?: string }): number {
  const ratio = readRatio(text);
  if (ratio === null) problems.ratio = RATIO_WRONG;
  return ratio ?? NaN;
}
