import type { NextThing } from "@/core/job/next/next";

/** The letter of the stop to which the crank goes next; null where it stays. */
export const comingStop = (next: NextThing): string | null =>
  next.kind === "wait" || !("to" in next) ? null : (next.to?.letter ?? null);
