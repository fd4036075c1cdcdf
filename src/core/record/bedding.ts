/** What is new or was worked on settles: it is read again after its first heat, and again after its first hours. Pure. */
import type { CounterUnit } from "./counter";

/** Which of the two looks comes next. */
export type BeddingStage = "first-heat" | "first-hours";

/** By when gaskets, threads and followers have settled (assumed; a maker's own rule comes first). */
export const FIRST_USE: Readonly<Record<CounterUnit, number>> = { h: 10, km: 500, mi: 300, starts: 10 };
/** The same where nobody looks at a counter. */
export const FIRST_DAYS = 30;

/** `fresh` says of the closed jobs, the newest first, which were a first start or came after work on head or gear. */
export function beddingOf(fresh: readonly boolean[]): BeddingStage | null {
  if (fresh[0] === true) return "first-heat";
  return fresh[0] === false && fresh[1] === true ? "first-hours" : null;
}
