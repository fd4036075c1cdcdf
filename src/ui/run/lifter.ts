/** What is chosen at the lifter in hand before it is entered. */
import type { ZeroSchool } from "@/core/preload/zeroLash";

export interface Lifter {
  readonly school: ZeroSchool;
  /** Turns that it took out to come to zero lash; null while not counted. */
  readonly foundTurns: number | null;
  /** Turns in, as chosen or as the job asks. */
  readonly turns: number;
  /** It is set again from zero lash. */
  readonly again: boolean;
  /** A reason was given to touch it at this stop. */
  readonly overridden: boolean;
}
