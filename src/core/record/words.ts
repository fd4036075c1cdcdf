/** The record in words. Pure. */
import { type LengthUnit, fineLength } from "../units/length";
import type { Due } from "./due";
import { counted } from "./counter";
import type { UseUnit } from "./history";
import type { Rate } from "./rates";
import { STILL_MM } from "./wordsAtEngine";

/** By how much use a rate is told. */
export const PER: Readonly<Record<UseUnit, { readonly use: number; readonly words: string }>> = {
  h: { use: 100, words: "100 h" },
  km: { use: 1000, words: "1000 km" },
  mi: { use: 1000, words: "1000 mi" },
  starts: { use: 100, words: "100 starts" },
  days: { use: 365.25, words: "a year" },
};
const NORMAL_95 = 1.96;

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

/** When, as one would say it; `date` writes a day. */
export function dueWords(due: Due, date: (day: number) => string): string {
  const at = due.atCount === null ? "" : ` at ${counted(Math.round(due.atCount), due.unit)}`;
  if (due.left <= 0) return `Due now${at === "" ? "" : `: it was due${at}`}`;
  if (due.day === null) return `Due${at}, in ${counted(Math.round(due.countLeft ?? 0), due.unit)}`;
  return at === "" ? `Due ${date(due.day)}` : `Due${at}, about ${date(due.day)}`;
}
