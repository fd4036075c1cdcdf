/** Parts in stock: added, moved, listed, and as CSV both ways. */
import { and, asc, eq, sql } from "drizzle-orm";
import Papa from "papaparse";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { MOVE_REASONS, DRAWER_PART_KINDS, DRAWER_PART_NAMES, type StockPart } from "@/core/parts/part";
import { trueThicknessMm } from "@/core/parts/micrometer";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { isRefusedBy, refusalDetail } from "@/db/sqlStates";
import { micrometers, partMoves, parts } from "@/db/schema";
import type { Actor } from "../http/actor";
import { once } from "../http/once";
import { idInput } from "../http/id";
import { listMicrometers } from "./micrometers";
import { Refused } from "../http/refused";
import { rowId } from "../http/rowId";

const id = idInput;
const optional = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `Keep it within ${most} characters.`)
    .transform((t) => (t === "" ? null : t))
    .nullable()
    .default(null);

export const addPartInput = z.strictObject({
  id,
  moveId: id,
  kind: z.enum(DRAWER_PART_KINDS, "Say what kind of part it is."),
  diameter: optional(40),
  mark: optional(30),
  /** What the micrometer showed, or the mark's thickness where it was not measured. */
  thickness: z.string().trim().min(1, "Give its thickness, like 2.65 or 0.1045 in.").max(40),
  micrometerId: id.nullable().default(null),
  worn: z.boolean().default(false),
  place: optional(60),
  cost: z
    .number("Give the cost as a number.")
    .min(0, "A cost can't be negative.")
    .max(20_000, "A part costs at most 20 000.")
    .nullable()
    .default(null),
  count: z
    .number("Give the count as a number.")
    .int("Give a whole count.")
    .min(1, "At least one.")
    .max(10_000, "At most 10 000 at once."),
});
export type AddPart = z.infer<typeof addPartInput>;

const MOST_MM = 50;

function lengthAt(text: string, path: string, mostMm: number): number {
  const length = parseLength(text);
  if (length === null) throw new CalcProblem(`"${text}" is not a length: write it like 2.65 or 0.1045 in.`, path);
  if (length.mm <= 0 || length.mm > mostMm)
    throw new CalcProblem(`${length.text} can't be right here: it lies above nothing and up to ${mostMm} mm.`, path);
  return length.mm;
}

/** Adds a part to stock. Sent twice, it is added once. @throws CalcProblem, Refused */
export async function addPart(db: Database, actor: Actor, input: AddPart): Promise<void> {
  const readMm = lengthAt(input.thickness, "thickness", MOST_MM);
  const diameterMm = input.diameter === null ? null : lengthAt(input.diameter, "diameter", 100);
  const micrometer =
    input.micrometerId === null
      ? null
      : (await listMicrometers(db, actor.shopId)).find((m) => m.id === input.micrometerId);
  if (micrometer === undefined) throw new Refused("This micrometer is not in the shop.", 422, "micrometerId");
  if (micrometer === null && input.mark === null)
    throw new Refused("Measure it, or give the mark that stands on it.", 422, "mark");
  const { kind, mark, worn, place, cost, micrometerId } = input;
  await once(db, actor, { what: "part", id: input.id, input }, async (tx) => {
    await tx.insert(parts).values({
      id: input.id,
      shopId: actor.shopId,
      kind,
      diameterMm,
      mark,
      worn,
      place,
      cost,
      micrometerId,
      readMm: micrometer === null ? null : readMm,
      thicknessMm: micrometer === null ? readMm : trueThicknessMm(readMm, micrometer),
    });
    await tx.insert(partMoves).values({
      id: input.moveId,
      shopId: actor.shopId,
      partId: input.id,
      change: input.count,
      reason: "counted",
      personId: actor.person.id,
    });
  });
}

export const movePartInput = z.strictObject({
  id,
  partId: id,
  change: z
    .number("Give the change as a number.")
    .int("Give a whole number.")
    .min(-100_000)
    .max(100_000)
    .refine((n) => n !== 0, "Nothing would change."),
  reason: z.enum(MOVE_REASONS, "Say why it moves."),
  jobId: id.nullable().default(null),
});
export type MovePart = z.infer<typeof movePartInput>;

/** Takes out or puts back. Sent twice, it counts once. @throws Refused when there are not so many */
export async function movePart(db: Database, actor: Actor, { partId, ...move }: MovePart): Promise<void> {
  const [known] = await db
    .select({ id: parts.id })
    .from(parts)
    .where(and(eq(parts.shopId, actor.shopId), eq(parts.id, partId)));
  if (known === undefined) throw new Refused("This part is not in the shop.", 404);
  await once(db, actor, { what: "move", id: move.id, input: { partId, ...move } }, async (tx) => {
    await tx.insert(partMoves).values({ ...move, partId, shopId: actor.shopId, personId: actor.person.id });
  }).catch((error: unknown) => {
    throw refusedMove(error) ?? error;
  });
}

/** What is said when a move can't be; null for any other error. */
export function refusedMove(error: unknown): Refused | null {
  if (isRefusedBy(error, "tooManyParts"))
    return new Refused("That would be over a million of one part: look at the count again.", 422, "change");
  if (!isRefusedBy(error, "tooFewParts")) return null;
  const there = refusalDetail(error) ?? "0";
  return new Refused(
    there === "0" ? "None of these is left: somebody took the last one." : `Only ${there} of these are there.`,
    409,
    "change",
  );
}

/** All parts of the shop with what lies there, none of which nothing is left unless asked. */
export async function listParts(db: Database, shopId: string): Promise<StockPart[]> {
  const rows = await db
    .select({
      part: parts,
      micrometer: micrometers.name,
      count: sql<number>`coalesce((select sum(m.change) from part_moves m where m.part_id = ${parts.id}), 0)::int`,
    })
    .from(parts)
    .leftJoin(micrometers, eq(micrometers.id, parts.micrometerId))
    .where(eq(parts.shopId, shopId))
    .orderBy(asc(parts.kind), asc(parts.diameterMm), asc(parts.thicknessMm));
  return rows.map(({ part: p, micrometer, count }) => ({
    id: p.id,
    kind: p.kind,
    diameterMm: p.diameterMm,
    mark: p.mark,
    thicknessMm: p.thicknessMm,
    worn: p.worn,
    place: p.place,
    cost: p.cost,
    count,
    measured: p.readMm === null || micrometer === null ? null : { micrometer, readMm: p.readMm },
  }));
}

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

export const partsCsvInput = z.strictObject({
  id,
  text: z.string().min(1, "Choose a file, or paste its text.").max(500_000, "That is too long for one import."),
});

/** As many rows as a statement has parameters for, and to spare. */
const LINES_AT_ONCE = 1000;

/** Imports parts from CSV, all or none; the same command adds them once. @throws CalcProblem naming the line */
export async function addPartsCsv(db: Database, actor: Actor, input: z.infer<typeof partsCsvInput>): Promise<number> {
  const read = Papa.parse<Record<string, string>>(input.text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = ["kind", "thickness_mm", "count"].filter((c) => !(read.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    throw new CalcProblem(`The first line should name the columns; missing: ${missing.join(", ")}.`, "text");
  const known = await listMicrometers(db, actor.shopId);
  const lines = read.data.map((row, i) =>
    lineOf(
      row,
      i + 2,
      known.map((m) => m.name),
    ),
  );
  const byName = new Map(known.map((m) => [m.name, m]));
  await once(db, actor, { what: "parts", id: input.id, input }, async (tx) => {
    const { shopId } = actor;
    const made = lines.map(({ micrometer: named, count, ...part }, i) => {
      const micrometer = named === null ? undefined : byName.get(named);
      const readMm = micrometer === undefined ? null : (part.readMm ?? part.thicknessMm);
      const partId = rowId(input.id, i, "part");
      return {
        part: { ...part, id: partId, shopId, micrometerId: micrometer?.id ?? null, readMm },
        move: {
          id: rowId(input.id, i, "move"),
          shopId,
          partId,
          change: count,
          reason: "counted" as const,
          personId: actor.person.id,
        },
      };
    });
    for (let from = 0; from < made.length; from += LINES_AT_ONCE) {
      const some = made.slice(from, from + LINES_AT_ONCE);
      await tx.insert(parts).values(some.map((m) => m.part));
      await tx.insert(partMoves).values(some.map((m) => m.move));
    }
  });
  return lines.length;
}

/** One line of the file. A formula's guard of another program is taken off. */
function lineOf(row: Record<string, string>, line: number, micrometerNames: readonly string[]) {
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
