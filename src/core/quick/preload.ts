/** What turns mean at a plunger, with no engine: from the thread, the lever and the travel. */
import { SCREW_PLACES } from "../engine/engineFile";
import { type PreloadGear, isGear, preloadGear } from "../preload/gear";
import { parseThread } from "../units/thread";
import { type Problems, RATIO_WRONG, readLength, readRatio } from "./typed";

export interface TypedPreload {
  readonly thread: string;
  readonly at: string;
  readonly ratio: string;
  readonly travel: string;
  /** Of the gap at the valve tip, with heat. */
  readonly growth: string;
}

export interface PreloadAnswer {
  readonly gear: PreloadGear;
  /** At the valve tip, in mm; null where heat is not counted with. */
  readonly growthMm: number | null;
}

/** Whether the rocker's ratio is asked for: at the pushrod it counts only for what heat takes. */
export const asksRatio = ({ at, growth }: Pick<TypedPreload, "at" | "growth">): boolean =>
  at !== "pushrod-end" || growth.trim() !== "";

/** Null and no problem while something is not typed yet. */
export function quickPreload(typed: TypedPreload): {
  readonly answer: PreloadAnswer | null;
  readonly problems: Problems<keyof TypedPreload>;
} {
  const asked = asksRatio(typed);
  const [thread, ratio, growth] = [
    parseThread(typed.thread),
    asked ? readRatio(typed.ratio) : NaN,
    readLength(typed.growth, "0.06 mm or .002 in"),
  ];
  const problems: { -readonly [F in keyof TypedPreload]?: string } = {};
  if (typed.thread.trim() !== "" && "why" in thread) problems.thread = thread.why;
  if (ratio === null) problems.ratio = RATIO_WRONG;
  if (growth.why !== null) problems.growth = growth.why;
  const place = SCREW_PLACES.find((p) => p === typed.at);
  const missing = typed.travel === "" || (asked && Number.isNaN(ratio));
  if (place === undefined || "why" in thread || missing || Object.keys(problems).length > 0)
    return { answer: null, problems };
  const lever = ratio === null || Number.isNaN(ratio) ? {} : { ratio };
  const gear = preloadGear({ at: place, ...thread, ...lever, plunger: { travel: typed.travel } });
  if (!isGear(gear)) return { answer: null, problems: { thread: gear.why } };
  return {
    answer: { gear, growthMm: gear.ratio === null ? null : (growth.length?.mm ?? null) },
    problems,
  };
}
