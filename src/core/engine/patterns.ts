/** Built-in engines: common layouts with their common firing orders, of no maker. A start, to be filled in. */
import { ENGINE_FORMAT, type EngineFile, type LayoutEntry, type ValveEntry } from "./engineFile";

interface Pattern {
  readonly id: string;
  readonly name: string;
  readonly order: string;
  readonly strokes?: 2;
  readonly anglesDeg?: readonly number[];
  readonly layout: LayoutEntry["kind"];
  /** Cylinders of each bank, front first. */
  readonly banks?: readonly string[];
}

const PATTERNS: readonly Pattern[] = [
  { id: "single", name: "Single", order: "1", layout: "inline" },
  { id: "twin-360", name: "Parallel twin, even", order: "1 2", layout: "inline" },
  { id: "twin-180", name: "Parallel twin, 180 degree crank", order: "1 2", anglesDeg: [0, 180], layout: "inline" },
  { id: "vee-twin-90", name: "90 degree vee twin", order: "1 2", anglesDeg: [0, 270], layout: "vee", banks: ["1", "2"] },
  { id: "three", name: "Inline three", order: "1 3 2", layout: "inline" },
  { id: "four-1342", name: "Inline four, 1-3-4-2", order: "1 3 4 2", layout: "inline" },
  { id: "four-1243", name: "Inline four, 1-2-4-3", order: "1 2 4 3", layout: "inline" },
  { id: "flat-four", name: "Flat four, 1-3-2-4", order: "1 3 2 4", layout: "flat", banks: ["1 3", "2 4"] },
  { id: "five", name: "Inline five, 1-2-4-5-3", order: "1 2 4 5 3", layout: "inline" },
  { id: "six", name: "Inline six, 1-5-3-6-2-4", order: "1 5 3 6 2 4", layout: "inline" },
  { id: "vee-six", name: "Vee six, 1-2-3-4-5-6", order: "1 2 3 4 5 6", layout: "vee", banks: ["1 3 5", "2 4 6"] },
  { id: "vee-eight", name: "Vee eight, 1-8-4-3-6-5-7-2", order: "1 8 4 3 6 5 7 2", layout: "vee", banks: ["1 3 5 7", "2 4 6 8"] },
  { id: "radial-five", name: "Radial five, 1-3-5-2-4", order: "1 3 5 2 4", layout: "radial" },
  { id: "radial-seven", name: "Radial seven, 1-3-5-7-2-4-6", order: "1 3 5 7 2 4 6", layout: "radial" },
  { id: "two-stroke-three", name: "Two-stroke three, exhaust valves", order: "1 3 2", strokes: 2, layout: "inline" },
  { id: "two-stroke-six", name: "Two-stroke six, exhaust valves", order: "1 5 3 6 2 4", strokes: 2, layout: "inline" },
];

export const PATTERN_NAMES: readonly { id: string; name: string }[] = PATTERNS.map(({ id, name }) => ({ id, name }));

/** The engine file of a pattern, cam unknown and without a spec; null when there is no such pattern. */
export function patternFile(id: string): EngineFile | null {
  const p = PATTERNS.find((x) => x.id === id);
  if (p === undefined) return null;
  const firingOrder = p.order.split(" ");
  const cylinders = [...firingOrder].sort((a, b) => Number(a) - Number(b));
  return {
    format: ENGINE_FORMAT,
    name: p.name,
    strokes: p.strokes ?? 4,
    cylinders,
    firingOrder,
    ...(p.anglesDeg === undefined ? {} : { firingAnglesDeg: p.anglesDeg }),
    valves: cylinders.flatMap((c) => cylinderValves(c, p.strokes ?? 4)),
    marksDeg: [0],
    layout: { kind: p.layout, ...(p.banks === undefined ? {} : { banks: p.banks.map((b) => b.split(" ")) }) },
  };
}

function cylinderValves(cylinder: string, strokes: 2 | 4): ValveEntry[] {
  const exhaust: ValveEntry = { id: `${cylinder}E`, cylinder, role: "exhaust" };
  return strokes === 2 ? [exhaust] : [{ id: `${cylinder}I`, cylinder, role: "intake" }, exhaust];
}
