import type { StudyReading } from "@/core/record/gaugeStudy";

/** What a study read, and who. */
export interface ResultGiven {
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly valves: readonly string[];
  readonly readings: readonly (StudyReading & { readonly time: number })[];
}
