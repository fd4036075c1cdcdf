/** Wires of known size, as a set that is tapped like leaves. */
import type { FeelerSet } from "@/core/shop/feelerSet";
import { MM_PER_INCH } from "@/core/units/length";
import type { TypedUnit } from "@/core/units/typedLength";

/** The thinnest that is held to a plunger, and how far apart they are. */
const STEPS = { mm: { least: 2, mm: 0.1 }, in: { least: 2, mm: MM_PER_INCH / 200 } } as const;
/** Beyond the travel no wire goes; a little more, where a lifter has more than is known. */
const BEYOND_MM = 0.5;

/** Every tenth of a millimeter, or every five thou, as far as a plunger may travel. */
export function wireSet(unit: TypedUnit, travelMm: number): FeelerSet {
  const { least, mm: step } = STEPS[unit];
  const count = Math.ceil((travelMm + BEYOND_MM) / step - 1e-9) - least + 1;
  const leaves = Array.from({ length: count }, (_, i) => {
    const n = i + least;
    return unit === "mm"
      ? { mm: n / 10, mmMark: (n / 10).toFixed(1), inchMark: null }
      : { mm: n * step, mmMark: null, inchMark: (n / 200).toFixed(3).replace(/^0/, "") };
  });
  return { id: `wires-${unit}`, name: "Wires", system: unit === "mm" ? "metric" : "inch", leaves };
}
