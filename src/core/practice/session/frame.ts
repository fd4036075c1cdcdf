/** A session of practice as it goes: its engine, how it stands, and every step until now. */
import type { PracticeAction } from "../bench/action";
import type { PracticeSpec } from "../exercise/exercises";
import type { RodFeel } from "../bench/feel";
import type { Slip } from "../bench/slip";
import type { BenchState } from "../bench/state";
import type { VirtualEngine } from "../engine/virtualEngine";

/** What was done, felt, and what was so: a step of the replay. */
export interface Frame {
  /** From 1. */
  readonly step: number;
  readonly action: PracticeAction;
  readonly felt: string;
  /** Of a pushrod between the fingers. */
  readonly rod: RodFeel | null;
  /** Where the crank really stood, in crank degrees of the cycle. */
  readonly crankDeg: number;
  /** The same from where practice began, not folded: as the eye follows it. */
  readonly turnedDeg: number;
  /** What a book would have said, had somebody known. */
  readonly truth: string;
  readonly slips: readonly Slip[];
}

export interface Session {
  readonly spec: PracticeSpec;
  readonly v: VirtualEngine;
  readonly state: BenchState;
  readonly frames: readonly Frame[];
}
