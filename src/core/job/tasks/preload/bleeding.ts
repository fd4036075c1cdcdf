/** The wait for squeezed lifters, as a job stands. Times in ms of the shop's clock. */
import { bleedRemainingMs } from "../../../preload/bleedDown";
import type { JobOf } from "../../job";
import type { JobState } from "../../state/state";
import type { PreloadTask } from "./task";

/** Milliseconds before the crank may move; 0 when it may. A squeeze whose time is not known yet counts as made right now. */
export function bleedRemaining(
  { task }: Pick<JobOf<PreloadTask>, "task">,
  { squeezed }: Pick<JobState, "squeezed">,
  nowMs: number,
): number {
  const { bleedMinutes } = task.plan;
  if (squeezed === null || bleedMinutes === null || nowMs === Infinity) return 0;
  // eslint-disable-next-line no-restricted-globals -- reads a moment that is given; the clock is the caller's
  const sinceMs = squeezed.at === undefined ? nowMs : Date.parse(squeezed.at);
  return bleedRemainingMs(sinceMs, bleedMinutes, nowMs);
}
