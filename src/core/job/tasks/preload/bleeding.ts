/** The wait for squeezed lifters, as a job stands. Times in ms of the shop's clock. */
import { bleedRemainingMs } from "../../../preload/bleedDown";
import { isFree } from "../../../preload/legs";
import type { JobOf } from "../../job";
import type { JobState } from "../../state/state";
import type { PreloadTask } from "./task";

/**
 * Milliseconds before the crank may go to a stop, or anywhere (null); 0 when it may. A squeeze whose time is not known
 * yet counts as made right now; one whose piston and cam are out of the way as far as that stop holds nothing up.
 */
export function bleedRemaining(
  { task }: Pick<JobOf<PreloadTask>, "task">,
  { squeezed, stop }: Pick<JobState, "squeezed" | "stop">,
  nowMs: number,
  to: string | null,
): number {
  const { bleedMinutes, goesOn = {} } = task.plan;
  if (bleedMinutes === null || nowMs === Infinity) return 0;
  return Math.max(
    0,
    ...squeezed
      .filter(
        ({ valve, stop: from }) =>
          to === null || stop === null || !isFree(goesOn, { valve, from, now: stop.letter, to }),
      )
      .map(({ at }) =>
        // eslint-disable-next-line no-restricted-globals -- reads a moment that is given; the clock is the caller's
        bleedRemainingMs(at === undefined ? nowMs : Date.parse(at), bleedMinutes, nowMs),
      ),
  );
}
