/** Between what stands in an engine file and what is typed in a form's fields. Pure. */
import type { LengthText } from "@/core/engine/engineFile";

/** A length as it is typed: a bare number was in millimeters. */
export const shown = (v: LengthText | undefined): string => (v === undefined ? "" : typeof v === "number" ? `${v} mm` : v);

/** The fields in which something stands. */
export const filled = (fields: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(fields).flatMap(([key, v]) => (v.trim() === "" ? [] : [[key, v.trim()]])));

/** A number with a comma or a point; anything else stays text, for the server to say what is wrong with it. */
export const numberOrText = (text: string): number | string => (Number.isNaN(Number(text.replace(",", "."))) ? text : Number(text.replace(",", ".")));
