import { EXERCISES, type ExerciseId } from "@/core/practice/exercise/exerciseList";
import type { PracticeLine } from "@/server/practice/practice";
import type { SessionLine } from "@/ui/practice/sessionLine";

/** A practice as its lists show it. */
export const lineShown = ({
  id,
  exercise,
  level,
  engine,
  jobId,
  begunAt,
  score,
  feel,
}: PracticeLine): SessionLine => ({
  id,
  exercise,
  name: practiceName(exercise, jobId),
  level,
  engine,
  begunAt: begunAt.toISOString(),
  score,
  feel,
});

/** What was done, as one would say it. */
export const practiceName = (exercise: ExerciseId, jobId: string | null): string =>
  jobId === null ? EXERCISES[exercise].name : "A job rehearsed";
