/** The record in words while valves are read: little, for it is there while one reads. Pure. */
import { type LengthUnit, fineLength } from "../units/length";
import type { Cause } from "./results";

/** Under this it is no movement that a leaf could tell. */
export const STILL_MM = 5e-4;

/** What a valve did since it was left, beside what was to be expected of it; `expectedMm` null where nothing tells. */
export function sinceWords(mm: number, expectedMm: number | null, unit: LengthUnit): string {
  const moved = Math.abs(mm) < STILL_MM ? "as it was left" : side(mm, unit);
  if (expectedMm === null) return Math.abs(mm) < STILL_MM ? moved : `${moved} since`;
  return `${moved}; ${Math.abs(expectedMm) < STILL_MM ? "none" : side(expectedMm, unit)} expected`;
}

const side = (mm: number, unit: LengthUnit): string =>
  `${fineLength(Math.abs(mm), unit)} ${mm < 0 ? "tighter" : "wider"}`;

/** What was found at valves of this role before, the most frequent first: "lock had slipped 3 times, wear once". */
export const causesWords = (causes: readonly Cause[]): string =>
  causes.map(({ answer, jobs }) => `${answer[0]?.toLowerCase() ?? ""}${answer.slice(1)} ${times(jobs)}`).join(", ");

const times = (n: number): string => (n === 1 ? "once" : n === 2 ? "twice" : `${n} times`);
