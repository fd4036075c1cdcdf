/** What a mechanic's hands do in one kind of work. */
import type { Entry } from "../core/job/ledger/entry";
import type { TaskThing } from "../core/job/next/next";
import type { JobState, ValveState } from "../core/job/state/state";
import type { Bench } from "./bench";

/** An entry as it is to be made: its id comes with it. */
export type Draft = Entry extends infer E ? (E extends Entry ? Omit<E, "id" | "supersedes"> : never) : never;

export interface Hand {
  /** What is entered at a step of this kind of work; `leave` is done with the valve by what comes before. Null = the job stops here. */
  step?(bench: Bench, thing: TaskThing, stop: string, state: JobState): readonly (Draft | "leave")[] | null;
  /** How a valve that is out is put right. */
  set(bench: Bench, valve: ValveState, stop: string): Draft;
  /** Whether a valve that reads right is right; left out, it is. */
  isRight?(valve: ValveState): boolean;
}
