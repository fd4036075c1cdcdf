import type { toFit } from "@/core/job/pages/rehearsal";
import type { School } from "@/core/lash/school";
import type { PracticeTask } from "@/core/practice/exercise/exerciseList";
import type { Fault } from "@/core/practice/engine/fault";
import type { VisibleBench, VisibleState } from "@/core/practice/session/visible";
import type { LeafShown } from "./LeafFan";

export interface BenchProps {
  readonly id: string;
  readonly title: string;
  readonly aim: string;
  readonly task: PracticeTask;
  readonly level: "guided" | "prompted" | "alone";
  readonly engine: string;
  readonly bench: VisibleBench;
  readonly initial: VisibleState;
  readonly leaves: readonly LeafShown[];
  readonly school: School;
  /** What may be wrong with gear like this. */
  readonly faults: readonly Fault[];
  /** A job's run, which takes the readings: what it tells, and how hands say that they are done. Left out where none is rehearsed. */
  readonly run?: {
    readonly told: string;
    /** What is to be fitted, as the run has it. */
    readonly fit: ReturnType<typeof toFit>;
    readonly end: () => void;
  };
}
