import type { NextThing } from "@/core/job/next/next";
import type { ValveState } from "@/core/job/state/state";

/** The valve that a next thing is about; null where it is about none. */
export const valveOf = (next: NextThing): ValveState | null =>
  "valve" in next ? next.valve : next.kind === "answer" ? next.about : null;
