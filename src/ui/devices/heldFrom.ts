import type { Assessment } from "@/core/devices/assess";
import { MM_PER_INCH, asStamped } from "@/core/units/length";
import type { Held } from "../leaves/taps";

/** What may be taken as a reading from the gauge, or null while there is nothing to hold. */
export function heldFrom(said: Assessment | null): Held | null {
  if (said === null || said.state !== "steady" || said.value === null || said.within === null || said.value < 0)
    return null;
  return {
    mm: said.value,
    withinMm: said.within,
    text: figureOf(said.value, said.unit),
    instrument: `Bench gauge ${said.id ?? ""}`.trim(),
  };
}

/** With the digits that a gauge has, in its own unit. */
export const figureOf = (mm: number, unit: Assessment["unit"]): string =>
  unit === "in" ? `${asStamped((mm / MM_PER_INCH).toFixed(4), "in")} in` : `${mm.toFixed(3)} mm`;
