/** The book of an engine, and the same as a table. */
import { and, desc, eq, inArray } from "drizzle-orm";
import { format } from "date-fns";
import Papa from "papaparse";
import { geometryWords, standingGeometry } from "@/core/quick/keptRocker";
import { type EngineBook, engineBook } from "@/core/record/book";
import { dueWords } from "@/core/record/words";
import { buildCheckWords } from "@/core/job/sheet/lineOnSheet";
import { unitOf } from "@/core/job/words/specs";
import type { LengthUnit } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { jobResults, people } from "@/db/schema";
import { findEngine } from "../engines/engines";
import { geometryOf } from "../engines/geometry";
import { buildChecksOf } from "../jobs/buildChecks";
import { mustSee } from "../engines/viewers";
import { Refused } from "../http/refused";
import type { Viewer } from "../http/who";
import { loadLife } from "./loadLife";

const DAY_MS = 86_400_000;
/** So many jobs stand in a book: the newest. */
const MOST_JOBS = 500;

/** @throws Refused when the shop has no such engine, or it is not theirs to see */
export async function loadBook(
  db: Database,
  viewer: Viewer,
  engineId: string,
  now = new Date(),
): Promise<{ readonly book: EngineBook; readonly unit: LengthUnit }> {
  const { shopId, shopName } = viewer;
  const engine = await findEngine(db, shopId, engineId);
  if (engine === null) throw new Refused("There is no such engine. Go back to the bench.", 404);
  await mustSee(db, viewer, engineId);
  const [{ life, lifterVisits, due }, kept, checks, jobs] = await Promise.all([
    loadLife(db, shopId, engineId, now),
    geometryOf(db, shopId, engineId),
    buildChecksOf(db, shopId, engineId),
    db
      .select()
      .from(jobResults)
      .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId)))
      .orderBy(desc(jobResults.closedAt))
      .limit(MOST_JOBS),
  ]);
  const hands = [
    ...new Set(life.valves.flatMap((v) => v.visits.flatMap(({ result: r }) => [r.foundBy, r.leftBy]))),
  ].filter((id) => id !== null);
  const names = new Map(
    hands.length === 0
      ? []
      : (
          await db
            .select({ id: people.id, name: people.name })
            .from(people)
            .where(and(eq(people.shopId, shopId), inArray(people.id, hands)))
        ).map((p) => [p.id, p.name]),
  );
  const unit = unitOf(engine.file);
  const standing = new Set(standingGeometry(kept).map((k) => k.id));
  const book = engineBook({
    shop: shopName,
    engine: {
      name: engine.file.name,
      serial: engine.serial,
      counter: engine.runningHours,
      counterUnit: engine.counterUnit,
      customer: engine.customer,
    },
    now,
    due: due === null ? null : `${dueWords(due, (day) => format(new Date(day * DAY_MS), "yyyy-MM-dd"))}: ${due.why}`,
    life,
    lifterVisits,
    geometry: kept.map((k) => ({ words: geometryWords(k), by: k.by, at: k.at, stands: standing.has(k.id) })),
    buildChecks: checks.map((c) => ({ jobId: c.job, at: c.closedAt, words: buildCheckWords(c) })),
    jobs: jobs.map((j) => ({
      jobId: j.jobId,
      at: j.closedAt.toISOString(),
      counter: j.runningHours,
      state: j.state,
      work: j.work,
    })),
    nameOf: (id) => names.get(id) ?? "",
    unit,
  });
  return { book, unit };
}

/** One line per valve and visit, the newest visit first, lengths in mm. */
export function bookCsv(book: EngineBook): string {
  const visitOf = (visit: Pick<EngineBook["visits"][number], "jobId" | "at" | "counter" | "state">) => ({
    job: visit.jobId,
    closed_at: visit.at,
    counter: visit.counter,
    counter_unit: book.engine.counterUnit,
    state: visit.state,
  });
  const rows = book.visits.flatMap(({ valves, lifters, ...visit }) => [
    ...valves.map((v) => ({
      ...visitOf(visit),
      valve: v.valve,
      role: v.role,
      low_mm: v.lowMm,
      high_mm: v.highMm,
      found_goes_mm: v.found?.[0],
      found_no_go_mm: v.found?.[1],
      left_goes_mm: v.left?.[0],
      left_no_go_mm: v.left?.[1],
      drift_mm: v.driftMm === null ? null : Number(v.driftMm.toFixed(4)),
      not_wear: v.notWear,
      fitted_mm: v.fittedMm,
      times_set: v.timesSet,
      answers: v.answers.join(" | "),
      found_by: v.foundBy,
      left_by: v.leftBy,
    })),
    ...lifters.map((v) => ({
      ...visitOf(visit),
      valve: v.valve,
      role: v.role,
      found_turns: v.foundTurns,
      found_plunger_mm: v.foundMm,
      left_turns: v.leftTurns,
      left_plunger_mm: v.leftMm,
      moved_turns: v.movedTurns,
    })),
  ]);
  // What only some lines have has its column; a cell that a spreadsheet would run as a formula is quoted as text.
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  return `${columns.length === 0 ? "" : Papa.unparse(rows, { columns, escapeFormulae: true })}\r\n`;
}
