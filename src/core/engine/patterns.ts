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
  { id: "twin-270", name: "Parallel twin, 270 degree crank", order: "1 2", anglesDeg: [0, 270], layout: "inline" },
  { id: "flat-twin", name: "Flat twin", order: "1 2", layout: "flat", banks: ["1", "2"] },
  {
    id: "vee-twin-45",
    name: "45 degree vee twin",
    order: "1 2",
    anglesDeg: [0, 315],
    layout: "vee",
    banks: ["1", "2"],
  },
  {
    id: "vee-twin-60",
    name: "60 degree vee twin",
    order: "1 2",
    anglesDeg: [0, 300],
    layout: "vee",
    banks: ["1", "2"],
  },
  {
    id: "vee-twin-75",
    name: "75 degree vee twin",
    order: "1 2",
    anglesDeg: [0, 285],
    layout: "vee",
    banks: ["1", "2"],
  },
  {
    id: "vee-twin-90",
    name: "90 degree vee twin",
    order: "1 2",
    anglesDeg: [0, 270],
    layout: "vee",
    banks: ["1", "2"],
  },
  { id: "three", name: "Inline three, 1-3-2", order: "1 3 2", layout: "inline" },
  { id: "three-123", name: "Inline three, 1-2-3", order: "1 2 3", layout: "inline" },
  { id: "four-1342", name: "Inline four, 1-3-4-2", order: "1 3 4 2", layout: "inline" },
  { id: "four-1243", name: "Inline four, 1-2-4-3", order: "1 2 4 3", layout: "inline" },
  {
    id: "four-90",
    name: "Inline four, 90 degree crank, uneven",
    order: "1 3 2 4",
    anglesDeg: [0, 270, 450, 540],
    layout: "inline",
  },
  { id: "flat-four", name: "Flat four, 1-3-2-4", order: "1 3 2 4", layout: "flat", banks: ["1 3", "2 4"] },
  { id: "five", name: "Inline five, 1-2-4-5-3", order: "1 2 4 5 3", layout: "inline" },
  { id: "six", name: "Inline six, 1-5-3-6-2-4", order: "1 5 3 6 2 4", layout: "inline" },
  { id: "six-142635", name: "Inline six, 1-4-2-6-3-5", order: "1 4 2 6 3 5", layout: "inline" },
  { id: "vee-six", name: "Vee six, 1-2-3-4-5-6", order: "1 2 3 4 5 6", layout: "vee", banks: ["1 3 5", "2 4 6"] },
  {
    id: "vee-six-142536",
    name: "Vee six, 1-4-2-5-3-6",
    order: "1 4 2 5 3 6",
    layout: "vee",
    banks: ["1 2 3", "4 5 6"],
  },
  {
    id: "vee-six-odd",
    name: "Vee six, odd firing, 1-6-5-4-3-2",
    order: "1 6 5 4 3 2",
    anglesDeg: [0, 150, 240, 390, 480, 630],
    layout: "vee",
    banks: ["1 3 5", "2 4 6"],
  },
  { id: "flat-six", name: "Flat six, 1-6-2-4-3-5", order: "1 6 2 4 3 5", layout: "flat", banks: ["1 2 3", "4 5 6"] },
  {
    id: "flat-six-145236",
    name: "Flat six, 1-4-5-2-3-6",
    order: "1 4 5 2 3 6",
    layout: "flat",
    banks: ["1 3 5", "2 4 6"],
  },
  { id: "eight-line", name: "Inline eight, 1-6-2-5-8-3-7-4", order: "1 6 2 5 8 3 7 4", layout: "inline" },
  {
    id: "vee-eight",
    name: "Vee eight, 1-8-4-3-6-5-7-2",
    order: "1 8 4 3 6 5 7 2",
    layout: "vee",
    banks: ["1 3 5 7", "2 4 6 8"],
  },
  {
    id: "vee-eight-18726543",
    name: "Vee eight, 1-8-7-2-6-5-4-3",
    order: "1 8 7 2 6 5 4 3",
    layout: "vee",
    banks: ["1 3 5 7", "2 4 6 8"],
  },
  {
    id: "vee-eight-15426378",
    name: "Vee eight, 1-5-4-2-6-3-7-8",
    order: "1 5 4 2 6 3 7 8",
    layout: "vee",
    banks: ["1 2 3 4", "5 6 7 8"],
  },
  {
    id: "vee-eight-13726548",
    name: "Vee eight, 1-3-7-2-6-5-4-8",
    order: "1 3 7 2 6 5 4 8",
    layout: "vee",
    banks: ["1 2 3 4", "5 6 7 8"],
  },
  {
    id: "vee-ten",
    name: "Vee ten, 1-6-5-10-2-7-3-8-4-9",
    order: "1 6 5 10 2 7 3 8 4 9",
    layout: "vee",
    banks: ["1 2 3 4 5", "6 7 8 9 10"],
  },
  {
    id: "vee-twelve",
    name: "Vee twelve, 1-7-5-11-3-9-6-12-2-8-4-10",
    order: "1 7 5 11 3 9 6 12 2 8 4 10",
    layout: "vee",
    banks: ["1 2 3 4 5 6", "7 8 9 10 11 12"],
  },
  { id: "radial-three", name: "Radial three, 1-3-2", order: "1 3 2", layout: "radial" },
  { id: "radial-five", name: "Radial five, 1-3-5-2-4", order: "1 3 5 2 4", layout: "radial" },
  { id: "radial-seven", name: "Radial seven, 1-3-5-7-2-4-6", order: "1 3 5 7 2 4 6", layout: "radial" },
  { id: "radial-nine", name: "Radial nine, 1-3-5-7-9-2-4-6-8", order: "1 3 5 7 9 2 4 6 8", layout: "radial" },
  {
    id: "radial-fourteen",
    name: "Two-row radial fourteen",
    order: "1 10 5 14 9 4 13 8 3 12 7 2 11 6",
    layout: "radial",
  },
  {
    id: "radial-eighteen",
    name: "Two-row radial eighteen",
    order: "1 12 5 16 9 2 13 6 17 10 3 14 7 18 11 4 15 8",
    layout: "radial",
  },
  { id: "two-stroke-three", name: "Two-stroke three, exhaust valves", order: "1 3 2", strokes: 2, layout: "inline" },
  { id: "two-stroke-four", name: "Two-stroke four, exhaust valves", order: "1 3 4 2", strokes: 2, layout: "inline" },
  {
    id: "two-stroke-six",
    name: "Two-stroke six, exhaust valves",
    order: "1 5 3 6 2 4",
    strokes: 2,
    layout: "inline",
  },
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
    // Along the engine: bank by bank.
    valves: (p.banks?.flatMap((b) => b.split(" ")) ?? cylinders).flatMap((c) => cylinderValves(c, p.strokes ?? 4)),
    marksDeg: [0],
    layout: { kind: p.layout, ...(p.banks === undefined ? {} : { banks: p.banks.map((b) => b.split(" ")) }) },
  };
}

function cylinderValves(cylinder: string, strokes: 2 | 4): ValveEntry[] {
  const exhaust: ValveEntry = { id: `${cylinder}E`, cylinder, role: "exhaust" };
  return strokes === 2 ? [exhaust] : [{ id: `${cylinder}I`, cylinder, role: "intake" }, exhaust];
}
