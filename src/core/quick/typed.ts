/** What is typed for a quick answer, read field by field: a length, nothing yet, or what is wrong with it. */
import { type Length, parseLength } from "../units/length";
import { unitProblem } from "../units/typedLength";

/** What is wrong, by field. */
export type Problems<F extends string> = Partial<Readonly<Record<F, string>>>;

/** `length` is null while nothing is typed, and where `why` says what is wrong. */
export interface TypedLength {
  readonly length: Length | null;
  readonly why: string | null;
}

const NOTHING: TypedLength = { length: null, why: null };

/** A length as it is typed, with its unit; `like` are examples of the right size. */
export function readLength(text: string, like: string): TypedLength {
  if (text.trim() === "") return NOTHING;
  const length = parseLength(text);
  const why = unitProblem(text) ?? (length === null ? `"${text.trim()}" is no length: write it like ${like}.` : null);
  return why === null ? { length, why } : { length: null, why };
}

/** The same of what can't be less than `leastMm`, for which `short` is said. */
export function readAtLeast(text: string, like: string, leastMm: number, short: string): TypedLength {
  const read = readLength(text, like);
  return read.length !== null && read.length.mm < leastMm ? { length: null, why: short } : read;
}

/** Ratios of rockers, wide. */
const RATIO = { least: 0.5, most: 3 };
export const RATIO_WRONG = `A ratio lies between ${RATIO.least} and ${RATIO.most}, like 1.5.`;

/** A rocker's ratio, like "1.5", "1,6" or "1.5 : 1"; NaN while nothing is typed, null where it is none. */
export function readRatio(text: string): number | null {
  if (text.trim() === "") return NaN;
  const ratio = Number(text.replace(",", ".").replace(/\s*(:\s*1)?$/, ""));
  return ratio >= RATIO.least && ratio <= RATIO.most ? ratio : null;
}
