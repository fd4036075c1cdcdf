/**
 * The line that a bench gauge or a barring encoder speaks: an id, a figure and its unit, parted by
 * blanks: `G1 +0.312 mm`, `G1 .0123 in`, `E1 123.4 deg`. A line that starts with `#` is a remark.
 */
import { MM_PER_INCH } from "../units/length";

export type DeviceKind = "gauge" | "encoder";
export const DEVICE_KINDS: readonly DeviceKind[] = ["gauge", "encoder"];

export type DeviceLine =
  | { readonly kind: "value"; readonly id: string; readonly value: number; readonly unit: "mm" | "in" | "deg" }
  | { readonly kind: "remark"; readonly text: string }
  | { readonly kind: "wrong-unit"; readonly id: string; readonly unit: string }
  | { readonly kind: "garbage" };

/** Longer lines are no lines of a device: whatever sends them is something else. */
export const MAX_LINE = 200;

const SHAPE = /^([A-Za-z0-9_-]{1,12}) +([+-]?(?:\d+\.?\d*|\.\d+)) *([A-Za-z"°]{1,8})$/;
const UNITS: Record<DeviceKind, Readonly<Record<string, "mm" | "in" | "deg">>> = {
  gauge: { mm: "mm", in: "in", inch: "in", '"': "in" },
  encoder: { deg: "deg", "°": "deg" },
};

/** Reads one line. The value is in mm for a gauge, also where it speaks inches, and in degrees for an encoder. */
export function readLine(kind: DeviceKind, line: string): DeviceLine {
  const text = line.trim();
  if (text.startsWith("#")) return { kind: "remark", text: text.slice(1).trim().slice(0, MAX_LINE) };
  const found = text.length > MAX_LINE ? null : SHAPE.exec(text);
  if (found === null) return { kind: "garbage" };
  const [, id = "", figure = "", word = ""] = found;
  const unit = UNITS[kind][word.toLowerCase()];
  const value = Number(figure);
  if (!Number.isFinite(value)) return { kind: "garbage" };
  if (unit === undefined) return { kind: "wrong-unit", id, unit: word };
  return { kind: "value", id, unit, value: unit === "in" ? value * MM_PER_INCH : value };
}
