/** Counters of many engines from a table: the list of what is due, with what they show now, can be given back. */
import { and, eq, isNull } from "drizzle-orm";
import Papa from "papaparse";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { COUNTER_NAMES, COUNTER_UNITS, type CounterUnit } from "@/core/record/counter";
import { groupedBy } from "@/core/units/groups";
import type { Database } from "@/db/connect";
import { engineModels, engines } from "@/db/schema";
import { idInput } from "../http/id";
import { once } from "../http/once";
import type { Actor } from "../http/who";
import { lookAtCounter, useHours } from "./use";

export const useCsvInput = z.strictObject({
  id: idInput,
  text: z.string().min(1, "Choose a file, or paste its text.").max(200_000, "That is too long for one import."),
  /** A counter that runs backwards was asked about, and is right. */
  sure: z.boolean().default(false),
});

/** So many looks in one go: more are sent in another. */
const MOST = 500;

/** One line that says what a counter shows. */
export interface UseLine {
  /** In the file, for what is said of it. */
  readonly line: number;
  readonly engine: string | null;
  readonly serial: string | null;
  readonly count: number;
  readonly unit: CounterUnit | null;
}

const wrong = (line: number, what: string): never => {
  throw new CalcProblem(`Line ${line}: ${what}`, "text");
};

/** A counter as it is written: 1250, 1250.5, 1250,5. */
const FIGURE = /^\d+([.,]\d+)?$/;

const UNITS = z.enum(COUNTER_UNITS);

/** The lines that say what a counter shows. @throws CalcProblem naming the line, or the columns that are missing */
export function readUseCsv(text: string): UseLine[] {
  const read = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const columns = read.meta.fields ?? [];
  if (!columns.includes("counter") || !(columns.includes("engine") || columns.includes("serial")))
    throw new CalcProblem(
      "The first line should name the columns: counter, and engine or serial or both; counter_unit if you like.",
      "text",
    );
  return read.data.flatMap((row, i): UseLine[] => {
    const line = i + 2;
    const cell = (name: string): string | null => {
      // The guard that a spreadsheet was given is taken off.
      const typed = (row[name] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
      return typed === "" ? null : typed;
    };
    const [shown, unit] = [cell("counter"), cell("counter_unit")];
    if (shown === null) return [];
    const count = useHours.safeParse(FIGURE.test(shown) ? Number(shown.replace(",", ".")) : NaN);
    if (!count.success) return wrong(line, `the counter "${shown}" can't be right.`);
    const counts = unit === null ? null : UNITS.safeParse(unit);
    if (counts?.success === false)
      return wrong(line, `"${unit ?? ""}" is no unit of a counter: one of ${UNITS.options.join(", ")}.`);
    const [engine, serial] = [cell("engine"), cell("serial")];
    if (engine === null && serial === null) return wrong(line, "it names no engine.");
    return [{ line, engine, serial, count: count.data, unit: counts?.data ?? null }];
  });
}

/**
 * Keeps what the counters show that changed: all, or none. Sent twice, it is kept once.
 * @returns how many lines said what a counter shows
 * @throws CalcProblem naming the line; Refused where one runs backwards and nobody said that it is right
 */
export async function countUseCsv(db: Database, actor: Actor, input: z.infer<typeof useCsvInput>): Promise<number> {
  const lines = readUseCsv(input.text);
  if (lines.length === 0) throw new CalcProblem("No line says what a counter shows.", "text");
  await once(db, actor, { what: "use-csv", id: input.id, input }, async (tx) => {
    const rows = await tx
      .select({
        id: engines.id,
        name: engineModels.name,
        serial: engines.serial,
        shows: engines.runningHours,
        unit: engines.counterUnit,
      })
      .from(engines)
      .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
      .where(and(eq(engines.shopId, actor.shopId), isNull(engines.archivedAt)));
    const find = finder(rows);
    const named = new Map<string, number>();
    const changed = lines.flatMap((line) => {
      const engine = find(line);
      const before = named.get(engine.id);
      if (before !== undefined) return wrong(line.line, `it is the engine of line ${before}: give each once.`);
      named.set(engine.id, line.line);
      if (line.unit !== null && line.unit !== engine.unit)
        return wrong(line.line, `this engine counts ${COUNTER_NAMES[engine.unit]}, not ${COUNTER_NAMES[line.unit]}.`);
      return engine.shows === line.count ? [] : [{ id: engine.id, ...line }];
    });
    if (changed.length > MOST)
      throw new CalcProblem(`At most ${MOST} counters at once: send the others after them.`, "text");
    for (const { id, count } of changed) await lookAtCounter(tx, actor, id, count, input.sure, "text");
  });
  return lines.length;
}

interface Named {
  readonly name: string;
  readonly serial: string | null;
}

/** Which engine a line is about. @throws CalcProblem where it is none, or may be several */
function finder<T extends Named>(all: readonly T[]): (line: UseLine) => T {
  const plain = (text: string | null): string => (text ?? "").trim().toLowerCase();
  const [named, numbered] = [groupedBy(all, (e) => plain(e.name)), groupedBy(all, (e) => plain(e.serial))];
  return ({ line, engine, serial }) => {
    const found =
      serial === null
        ? (named.get(plain(engine)) ?? [])
        : (numbered.get(plain(serial)) ?? []).filter((e) => engine === null || plain(e.name) === plain(engine));
    const called = [engine, serial].filter((x) => x !== null).join(" ");
    const [only] = found;
    if (only === undefined) return wrong(line, `there is no engine "${called}" in the shop.`);
    return found.length === 1
      ? only
      : wrong(line, `${found.length} engines are called "${called}": give the serial, and the engine beside it.`);
  };
}
