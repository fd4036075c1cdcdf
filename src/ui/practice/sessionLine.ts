import type { ExerciseId, Level } from "@/core/practice/exerciseList";

/** A practice as lists show it. */
export interface SessionLine {
  readonly id: string;
  readonly exercise: ExerciseId;
  readonly level: Level;
  readonly engine: string;
  readonly begunAt: string;
  readonly score: number | null;
  readonly feel: { readonly biasMm: number; readonly repeatMm: number; readonly biasSureMm: number } | null;
}
