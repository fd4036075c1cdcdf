/** What the run screen derives from what it is given and from the ledger. */
import type { Engine } from "@/core/engine/resolve";
import type { BeforeAfter, LearnedK } from "@/core/lash/learn";
import { type Locking } from "@/core/lash/locking";
import type { RunGiven } from "@/core/run/given";
import type { NextThing } from "@/core/run/next";
import type { RunState } from "@/core/run/state";
import type { InHand } from "./taps";

/** Everything that stays the same while a job is worked on, but for the set in hand. */
export interface RunContext extends Omit<RunGiven, "entries" | "returning"> {
  readonly engine: Engine;
  readonly hand: InHand;
  readonly locking: Locking;
}

/** What this job taught about locks and adjusters, and whether it is used. */
export interface Learning {
  /** The change that locking makes, in mm; null while too little is known. */
  readonly shiftMm: number | null;
  readonly pairs: readonly BeforeAfter[];
  readonly earlierMm: readonly number[];
  readonly useShift: boolean;
  /** More readings before locking are wanted. */
  readonly wanted: boolean;
  readonly k: LearnedK | null;
  readonly useK: boolean;
}

/** What is taken off the nominal for the aim; 0 while nothing is known or it is switched off. */
export const shiftUsed = ({ shiftMm, useShift }: Learning): number => (useShift ? (shiftMm ?? 0) : 0);

export interface RunNow {
  readonly state: RunState;
  /** The shop's time, in ms. */
  readonly nowMs: number;
  readonly next: NextThing;
  /** Where the crank stands in the drawings: at the stop, or at the first one while it is looked for. */
  readonly crankDeg: number;
  readonly learning: Learning;
  /** Others at this job, and the valve that each has in hand. */
  readonly others: readonly { readonly person: string; readonly valve: string | null }[];
}
