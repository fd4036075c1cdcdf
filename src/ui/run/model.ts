/** What the run screen derives from what it is given and from the ledger. */
import type { Engine } from "@/core/engine/resolve";
import type { Stack } from "@/core/lash/leaf";
import type { RunGiven } from "@/core/run/given";
import type { NextThing } from "@/core/run/next";
import type { RunState } from "@/core/run/state";

/** Everything that stays the same while a job is worked on. */
export interface RunContext extends Omit<RunGiven, "entries" | "returning"> {
  readonly engine: Engine;
  readonly stacks: readonly Stack[];
}

export interface RunNow {
  readonly state: RunState;
  readonly next: NextThing;
  /** Where the crank stands in the drawings: at the stop, or at the first one while it is looked for. */
  readonly crankDeg: number;
}
