/** Between what stands in an engine file and what is typed in a form's fields. Pure. */
import type { LengthText } from "@/core/engine/engineFile";

/** A length as it is typed: a bare number was in millimeters. */
export const shown = (v: LengthText | undefined): string =>
  v === undefined ? "" : typeof v === "number" ? `${v} mm` : v;

/** The fields in which something stands. */
export const filled = (fields: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(fields).flatMap(([key, v]) => (v.trim() === "" ? [] : [[key, v.trim()]])));

/**
 * A number with a comma or a point; null when nothing is typed; anything else stays text, for the server to say what
 * is wrong with it.
 */
export function numberOrText(text: string): number | string | null {
  if (text.trim() === "") return null;
  const value = Number(text.trim().replace(",", "."));
  return Number.isFinite(value) ? value : text;
}

/** The same where the page itself says what is wrong: undefined when it is no number. */
export function figure(text: string): number | null | undefined {
  const typed = numberOrText(text);
  return typeof typed === "string" ? undefined : typed;
}
