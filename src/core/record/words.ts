/** The record in words. Pure. */
import { type LengthUnit, fineLength } from "../units/length";
import type { Due } from "./due";
import type { UseUnit } from "./history";
import type { Cause } from "./results";
import type { Rate } from "./rates";

/** By how much use a rate is told. */
const PER: Readonly<Record<UseUnit, { readonly use: number; readonly words: string }>> = {
  h: { use: 100, words: "100 h" },
  days: { use: 365.25, words: "a year" },
};
const NORMAL_95 = 1.96;
/** Under this it is no movement that a leaf could tell. */
const STILL_MM = 5e-4;

/** "closing by about 0.011 mm in 100 h (0.007 to 0.015)". */
export function rateWords({ mean, variance }: Rate, unit: UseUnit, length: LengthUnit): string {
  const { use, words } = PER[unit];
  const [by, half] = [mean * use, NORMAL_95 * Math.sqrt(variance) * use];
  const within = `${signed(by - half, length)} to ${signed(by + half, length)}`;
  if (Math.abs(by) < STILL_MM) return `not moving that a leaf could tell in ${words} (${within})`;
  return `${by < 0 ? "closing" : "opening"} by about ${fineLength(Math.abs(by), length)} in ${words} (${within})`;
}

const signed = (mm: number, unit: LengthUnit): string => `${mm < 0 ? "−" : "+"}${fineLength(Math.abs(mm), unit)}`;

/** What a valve did between two visits: "−0.012 mm". */
export const driftWords = (mm: number, unit: LengthUnit): string =>
  Math.abs(mm) < 1e-9 ? fineLength(0, unit) : signed(mm, unit);

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

/** When, as one would say it; `date` writes a day. */
export function dueWords(due: Due, date: (day: number) => string): string {
  const at = due.atHours === null ? "" : ` at ${Math.round(due.atHours)} h`;
  if (due.left <= 0) return `Due now${at === "" ? "" : `: it was due${at}`}`;
  if (due.day === null) return `Due${at}, in ${Math.round(due.left)} h`;
  return at === "" ? `Due ${date(due.day)}` : `Due${at}, about ${date(due.day)}`;
}
