/** The wait for squeezed lifters, as a job stands. */
import { bleedRemainingMs } from "../preload/bleedDown";
import type { Job } from "./job";
import type { RunState } from "./state";

/** Milliseconds before the crank may move; 0 when it may. A squeeze whose time is not known yet counts as made right now. */
export function bleedLeft(
  { preload }: Pick<Job, "preload">,
  { squeezed }: Pick<RunState, "squeezed">,
  nowMs: number,
): number {
  if (squeezed === null || preload?.bleedMinutes == null || nowMs === Infinity) return 0;
  // eslint-disable-next-line no-restricted-globals -- reads a moment that is given; the clock is the caller's
  const since = squeezed.at === undefined ? nowMs : Date.parse(squeezed.at);
  return bleedRemainingMs(since, preload.bleedMinutes, nowMs);
}
