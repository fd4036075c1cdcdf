/** Parts as CSV both ways: text in, lines out, and back. Lengths in mm. */
import Papa from "papaparse";
import { CalcProblem } from "@/core/calc/problem";
import { DRAWER_PART_KINDS, DRAWER_PART_NAMES, type DrawerPartKind, type StockPart } from "@/core/parts/part";
import { parseLength } from "@/core/units/length";

const COLUMNS = [
  "kind",
  "diameter_mm",
  "thickness_mm",
  "mark",
  "micrometer",
  "read_mm",
  "worn",
  "place",
  "cost",
  "count",
] as const;

/** The stock as CSV, lengths in mm. */
export function partsCsv(all: readonly StockPart[]): string {
  const rows = all
    .filter((p) => p.count > 0)
    .map((p) => ({
      kind: p.kind,
      diameter_mm: p.diameterMm,
      thickness_mm: p.thicknessMm,
      mark: p.mark,
      micrometer: p.measured?.micrometer,
      read_mm: p.measured?.readMm,
      worn: p.worn ? "yes" : "no",
      place: p.place,
      cost: p.cost,
      count: p.count,
    }));
  return `${Papa.unparse({ fields: [...COLUMNS], data: rows.map((r) => COLUMNS.map((c) => r[c] ?? "")) }, { escapeFormulae: true })}\r\n`;
}

/** One line of a file of parts. */
export interface PartLine {
  readonly kind: DrawerPartKind;
  readonly count: number;
  readonly thicknessMm: number;
  /** By name; null where it was not measured. */
  readonly micrometer: string | null;
  readonly cost: number | null;
  readonly diameterMm: number | null;
  readonly readMm: number | null;
  readonly worn: boolean;
  readonly place: string | null;
  readonly mark: string | null;
}

/** Longer than any part of these kinds. */
export const MOST_MM = 50;

/** All lines of a file. @throws CalcProblem naming the line, or the columns that are missing */
export function readPartsCsv({ text, micrometers }: PartsCsv): PartLine[] {
  const read = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = ["kind", "thickness_mm", "count"].filter((c) => !(read.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    throw new CalcProblem(`The first line should name the columns; missing: ${missing.join(", ")}.`, "text");
  return read.data.map((row, i) => lineOf(row, i + 2, micrometers));
}

export interface PartsCsv {
  readonly text: string;
  /** The names of the shop's micrometers. */
  readonly micrometers: readonly string[];
}

/** One line of the file. A formula's guard of another program is taken off. */
function lineOf(row: Record<string, string>, line: number, micrometerNames: readonly string[]): PartLine {
  const cell = (name: (typeof COLUMNS)[number]): string | null => {
    const text = (row[name] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
    return text === "" ? null : text;
  };
  const wrong = (what: string): never => {
    throw new CalcProblem(`Line ${line}: ${what}`, "text");
  };
  const mm = (name: "diameter_mm" | "thickness_mm" | "read_mm", most: number): number | null => {
    const text = cell(name);
    if (text === null) return null;
    const length = parseLength(text);
    return length === null || length.mm <= 0 || length.mm > most
      ? wrong(`${name} "${text}" can't be right.`)
      : length.mm;
  };
  const kind =
    DRAWER_PART_KINDS.find((k) => k === cell("kind") || DRAWER_PART_NAMES[k] === cell("kind")) ??
    wrong(`"${cell("kind") ?? ""}" is no kind of part: one of ${DRAWER_PART_KINDS.join(", ")}.`);
  const count = Number(cell("count"));
  if (!Number.isInteger(count) || count < 1 || count > 10_000)
    wrong(`the count "${cell("count") ?? ""}" should be a whole number from 1 to 10 000.`);
  const thicknessMm = mm("thickness_mm", MOST_MM) ?? wrong("a thickness is missing.");
  const micrometer = cell("micrometer");
  if (micrometer !== null && !micrometerNames.includes(micrometer))
    wrong(`there is no micrometer "${micrometer}" in the shop.`);
  const cost = cell("cost") === null ? null : Number(cell("cost"));
  if (cost !== null && !(cost >= 0 && cost <= 20_000)) wrong(`the cost "${cell("cost") ?? ""}" can't be right.`);
  return {
    kind,
    count,
    thicknessMm,
    micrometer,
    cost,
    diameterMm: mm("diameter_mm", 100),
    readMm: mm("read_mm", MOST_MM),
    worn: /^(yes|true|1)$/i.test(cell("worn") ?? ""),
    place: cell("place"),
    // What was neither measured nor marked is taken by its own figure.
    mark: cell("mark") ?? (micrometer === null ? thicknessMm.toFixed(2) : null),
  };
}
