import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";

/** A practice as lists show it. */
export interface SessionLine {
  readonly id: string;
  readonly exercise: ExerciseId;
  /** What was done, as one would say it. */
  readonly name: string;
  readonly level: Level;
  readonly engine: string;
  readonly begunAt: string;
  readonly score: number | null;
  readonly feel: { readonly biasMm: number; readonly repeatMm: number; readonly biasSureMm: number } | null;
}
