import type { PracticeLine } from "@/server/practice/practice";
import type { SessionLine } from "@/ui/practice/sessionLine";

/** A practice as its lists show it. */
export const lineShown = ({ id, exercise, level, engine, begunAt, score, feel }: PracticeLine): SessionLine => ({
  id,
  exercise,
  level,
  engine,
  begunAt: begunAt.toISOString(),
  score,
  feel,
});
