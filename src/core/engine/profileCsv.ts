/**
 * Lift against angle from a CSV file, as dial readings at a degree wheel are kept: comma, semicolon
 * or tab; with a header or without; decimal points or commas; crank or cam degrees.
 *
 * What is mended (order, repeats, spikes, an offset base circle) and what is doubtful (gaps, noise) is said
 * in sentences; nothing is dropped in silence.
 */
import Papa from "papaparse";
import { MM_PER_INCH } from "../units/length";
import { BASE_CIRCLE_LIFT_MM, type LiftPoint } from "./engineFile";
import { fullLift } from "./profile";

export interface CsvChoices {
  readonly angles: "crank" | "cam";
  readonly unit: "mm" | "in";
  /** What lies at 0 degrees of the file. */
  readonly zero: "firing" | "overlap" | "full-lift";
  /** Crank degrees from the cylinder's firing TDC to full lift; needed when the file's zero is full lift. */
  readonly fullLiftDeg: number | null;
}

export interface CsvColumn {
  /** The header, or "column 2". */
  readonly name: string;
  readonly points: readonly LiftPoint[];
  readonly notes: readonly string[];
}
export type CsvRead =
  | { readonly kind: "read"; readonly columns: readonly CsvColumn[] }
  | { readonly kind: "refused"; readonly why: string };

const MAX_ROWS = 20_000;
/** A profile of half-degrees at the most: more says nothing more, and weighs the engine file down. */
const MAX_POINTS = 1440;

/** Reads every lift column. `cycleDeg` bounds how far the angles may reach. */
export function readProfileCsv(text: string, choices: CsvChoices, cycleDeg: 360 | 720): CsvRead {
  if (text.trim() === "")
    return { kind: "refused", why: "The file is empty: it needs a column of degrees and one of lift." };
  const table = splitRows(text);
  const header = table.rows[0]?.every((cell) => numberIn(cell) === null) === true ? table.rows[0] : null;
  const body = header === null ? table.rows : table.rows.slice(1);
  if (body.length > MAX_ROWS)
    return { kind: "refused", why: `The file has ${body.length} lines: ${MAX_ROWS} are the most.` };
  const width = Math.max(0, ...body.map((r) => r.length));
  if (width < 2)
    return {
      kind: "refused",
      why: "Only one column was found: degrees and lift must be divided by a comma, a semicolon or a tab.",
    };
  if (choices.zero === "full-lift" && choices.fullLiftDeg === null)
    return { kind: "refused", why: "Say where full lift lies, in crank degrees from the cylinder's firing TDC." };
  const columns: CsvColumn[] = [];
  for (let c = 1; c < width; c++) {
    const read = readColumn(body, c, choices, cycleDeg);
    if (read.kind === "refused") return { kind: "refused", why: `${nameOf(header, c)}: ${read.why}` };
    columns.push({ name: nameOf(header, c), points: read.points, notes: read.notes });
  }
  return { kind: "read", columns };
}

const nameOf = (header: readonly string[] | null, c: number): string => header?.[c]?.trim() || `column ${c + 1}`;

/** The divider that gives most rows the same number of cells, two or more. */
function splitRows(text: string): { rows: string[][] } {
  // A comma may be a decimal: semicolons and tabs are believed first.
  const delimiter = text.includes(";") ? ";" : text.includes("\t") ? "\t" : ",";
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: "greedy" });
  return { rows: data.filter((row) => !(row[0] ?? "").trim().startsWith("#")) };
}

const numberIn = (cell: string | undefined): number | null => {
  const plain = (cell ?? "").trim().replace(",", ".");
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : null;
};

type ColumnRead =
  | { readonly kind: "read"; readonly points: readonly LiftPoint[]; readonly notes: readonly string[] }
  | { readonly kind: "refused"; readonly why: string };

function readColumn(body: readonly string[][], c: number, choices: CsvChoices, cycleDeg: 360 | 720): ColumnRead {
  const notes: string[] = [];
  const raw: [number, number][] = [];
  const unread: number[] = [];
  body.forEach((row, i) => {
    const [deg, lift] = [numberIn(row[0]), numberIn(row[c])];
    if (deg !== null && lift !== null)
      raw.push([deg * (choices.angles === "cam" ? 2 : 1), lift * (choices.unit === "in" ? MM_PER_INCH : 1)]);
    else if ((row[c] ?? "").trim() !== "") unread.push(i + 1);
  });
  if (raw.length < 8)
    return { kind: "refused", why: `only ${raw.length} lines hold two numbers, and at least 8 are needed.` };
  if (unread.length > 0)
    notes.push(
      `${unread.length} ${unread.length === 1 ? "line was" : "lines were"} left out because no number stands there (first: line ${unread[0]} below the header).`,
    );
  const sorted = inOrder(raw, notes);
  const span = (sorted.at(-1)?.[0] ?? 0) - (sorted[0]?.[0] ?? 0);
  if (span > cycleDeg + 1e-6) {
    const hint = choices.angles === "cam" ? " Are these crank degrees already?" : "";
    return {
      kind: "refused",
      why: `the angles span ${Math.round(span)} crank degrees, more than one cycle of ${cycleDeg}.${hint}`,
    };
  }
  const clean = baseCircleAtZero(withoutSpikes(sorted, notes), notes);
  tellGaps(clean, notes);
  const { liftMm } = fullLift(clean);
  if (liftMm < 0.5)
    return {
      kind: "refused",
      why: `lift never reaches 0.5 mm (the most is ${liftMm.toFixed(3)} mm). Is it in inches?`,
    };
  if (liftMm > 30)
    return { kind: "refused", why: `lift reaches ${liftMm.toFixed(1)} mm, more than any valve's. Check its unit.` };
  return { kind: "read", points: thinned(moved(clean, choices)), notes };
}

/** Rising angles, one lift each. */
function inOrder(raw: readonly [number, number][], notes: string[]): [number, number][] {
  const sorted = [...raw].sort((a, b) => a[0] - b[0]);
  if (raw.some((p, i) => i > 0 && p[0] < (raw[i - 1]?.[0] ?? p[0])))
    notes.push("The lines were not in order of rising angle: they were sorted.");
  const once: [number, number][] = [];
  let repeats = 0;
  let same = 1;
  for (const [deg, lift] of sorted) {
    const last = once.at(-1);
    if (last === undefined || deg - last[0] > 1e-9) {
      once.push([deg, lift]);
      same = 1;
      continue;
    }
    repeats += 1;
    same += 1;
    last[1] += (lift - last[1]) / same;
  }
  if (repeats > 0)
    notes.push(`${repeats} ${repeats === 1 ? "angle stands" : "angles stand"} more than once: their mean is used.`);
  return once;
}

/** A single reading that jumps from both its neighbours by more than this is a slip of the dial. */
const SPIKE_MM = 0.25;

function withoutSpikes(points: readonly [number, number][], notes: string[]): [number, number][] {
  const spikes: number[] = [];
  const kept = points.filter(([deg, lift], i) => {
    const [before, after] = [points[i - 1], points[i + 1]];
    if (before === undefined || after === undefined) return true;
    const between = before[1] + ((deg - before[0]) / (after[0] - before[0])) * (after[1] - before[1]);
    const reach = Math.abs(after[1] - before[1]) / 2 + SPIKE_MM;
    if (Math.abs(lift - between) <= reach) return true;
    spikes.push(deg);
    return false;
  });
  if (spikes.length > 0)
    notes.push(
      `${spikes.length} ${spikes.length === 1 ? "reading jumps" : "readings jump"} out of line and ${spikes.length === 1 ? "was" : "were"} left out (first at ${spikes[0]}°).`,
    );
  return kept;
}

/** Takes the dial's offset off, and says how noisy the base circle is. */
function baseCircleAtZero(points: readonly [number, number][], notes: string[]): LiftPoint[] {
  const lifts = points.map(([, lift]) => lift).sort((a, b) => a - b);
  const peak = lifts.at(-1) ?? 0;
  const base = lifts[0] ?? 0;
  // The base circle: what lies within a twentieth of the lift from the lowest reading.
  const baseCircle = lifts.filter((l) => l - base < Math.max(0.05, (peak - base) / 20));
  const offset = baseCircle[Math.floor(baseCircle.length / 2)] ?? 0;
  const onBaseCircle = baseCircle.length >= 8;
  if (!onBaseCircle) notes.push("Hardly any reading lies on the base circle: the dial's zero can't be checked.");
  const shift = onBaseCircle && Math.abs(offset) > 0.001 ? offset : 0;
  if (shift !== 0) notes.push(`The base circle reads ${shift.toFixed(3)} mm: that was taken off everywhere.`);
  const noise = onBaseCircle ? spreadOf(baseCircle.map((l) => l - offset)) : 0;
  if (noise > BASE_CIRCLE_LIFT_MM / 2)
    notes.push(
      `The base circle is noisy, about ${noise.toFixed(3)} mm: the lobe looks longer than it is by that, which is the safe side.`,
    );
  return points.map(([deg, lift]) => [deg, Math.round((lift - shift) * 1e5) / 1e5]);
}

/** A robust spread: 1.4826 times the median distance from zero. */
function spreadOf(values: readonly number[]): number {
  const sizes = values.map(Math.abs).sort((a, b) => a - b);
  return 1.4826 * (sizes[Math.floor(sizes.length / 2)] ?? 0);
}

function tellGaps(points: readonly LiftPoint[], notes: string[]): void {
  const steps = points.slice(1).map(([deg], i) => ({ from: points[i]?.[0] ?? 0, to: deg }));
  const usual = steps.map((s) => s.to - s.from).sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const gaps = steps.filter((s) => s.to - s.from > 3 * usual && s.to - s.from > 5);
  if (gaps.length > 0)
    notes.push(
      `${gaps.length === 1 ? "There is a gap" : `There are ${gaps.length} gaps, the first`} from ${gaps[0]?.from}° to ${gaps[0]?.to}°: a straight line is drawn across.`,
    );
}

/** From the file's zero to the cylinder's firing TDC. */
function moved(points: readonly LiftPoint[], { zero, fullLiftDeg }: CsvChoices): LiftPoint[] {
  const by = zero === "overlap" ? 360 : zero === "full-lift" ? (fullLiftDeg ?? 0) : 0;
  return points.map(([deg, lift]) => [Math.round((deg + by) * 1e4) / 1e4, lift]);
}

const thinned = (points: readonly LiftPoint[]): LiftPoint[] => {
  const every = Math.ceil(points.length / MAX_POINTS);
  return points.filter((_, i) => i % every === 0);
};
