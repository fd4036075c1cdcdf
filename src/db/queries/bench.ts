/** What a bench shows and what is looked for on it, however much a shop has done: the newest few, by index. */
import { type SQL, and, desc, eq, inArray, isNotNull, isNull, or, sql } from "drizzle-orm";
import type { EngineFile } from "@/core/engine/engineFile";
import type { CounterUnit } from "@/core/record/counter";
import type { Database } from "../connect";
import { engineModels, engines, entries, jobs, jobsInHand } from "../schema";

export interface EngineRow {
  readonly id: string;
  readonly serial: string | null;
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  readonly customer: string | null;
  readonly archived: boolean;
  readonly file: EngineFile;
}
export interface Engines {
  readonly engines: readonly EngineRow[];
  /** How many there are of which these are the first. */
  readonly of: number;
}

/** A job by its engine's name, as it was then, and serial. */
export interface JobLine {
  readonly id: string;
  readonly engine: string;
  readonly serial: string | null;
  /** When it was closed or called off; null while it is in hand. */
  readonly endedAt: Date | null;
  readonly calledOff: boolean;
  readonly openedAt: Date;
  readonly valveCount: number;
}

const modelOf = and(eq(engineModels.id, engines.modelId), eq(engineModels.shopId, engines.shopId));

/** When a job was last opened on an engine, or else when it was added. */
const lastWorked = sql`greatest(${engines.addedAt}, (select max(j.opened_at) from jobs j where j.shop_id = ${engines.shopId} and j.engine_id = ${engines.id}))`;

const engineColumns = {
  id: engines.id,
  serial: engines.serial,
  runningHours: engines.runningHours,
  counterUnit: engines.counterUnit,
  customer: engines.customer,
  archived: sql<boolean>`${engines.archivedAt} is not null`,
  file: engineModels.file,
};

/** Shops with more engines than this look for the last worked on among their newest jobs. */
const FEW = 200;
const NEWEST_JOBS = 400;

/** The engines worked on last, or added last, first; not those that are gone from the shop. */
export async function listEngines(db: Database, shopId: string, most: number): Promise<Engines> {
  const here = and(eq(engines.shopId, shopId), isNull(engines.archivedAt));
  const of = await db.$count(engines, here);
  const lately = sql`${engines.id} in (
    select engine_id from (select engine_id from jobs where shop_id = ${shopId} order by opened_at desc limit ${NEWEST_JOBS}) newest
    union (select id from engines where shop_id = ${shopId} order by added_at desc limit ${most}))`;
  const rows = await db
    .select(engineColumns)
    .from(engines)
    .innerJoin(engineModels, modelOf)
    .where(and(here, of <= FEW ? undefined : lately))
    .orderBy(sql`${lastWorked} desc`)
    .limit(most);
  return { engines: rows, of };
}

/** The engines that fit what is looked for: those that begin so, then those worked on last. */
export async function findEngines(
  db: Database,
  shopId: string,
  words: readonly [string, ...string[]],
  most: number,
): Promise<Engines> {
  const begins = `${likely(words[0])}%`;
  const rows = await db
    .select({ id: engines.id, of: sql<number>`(count(*) over ())::int` })
    .from(engines)
    .innerJoin(engineModels, modelOf)
    .where(and(eq(engines.shopId, shopId), fits(words)))
    .orderBy(
      sql`(${engineModels.name} ilike ${begins} or ${engines.serial} ilike ${begins}) desc nulls last`,
      sql`${lastWorked} desc`,
    )
    .limit(most);
  const ids = rows.map((r) => r.id);
  if (ids.length === 0) return { engines: [], of: 0 };
  const found = await db
    .select(engineColumns)
    .from(engines)
    .innerJoin(engineModels, modelOf)
    .where(and(eq(engines.shopId, shopId), inArray(engines.id, ids)));
  return { engines: found.sort((x, y) => ids.indexOf(x.id) - ids.indexOf(y.id)), of: rows[0]?.of ?? 0 };
}

/** Every word stands somewhere in the name, the serial, the notes, or whose it is. */
const fits = (words: readonly string[]): SQL | undefined =>
  and(
    ...words.map(
      (word) =>
        sql`(${engineModels.name} || ' ' || coalesce(${engines.serial}, '') || ' ' || coalesce(${engineModels.notes}, '') || ' ' || coalesce(${engines.customer}, '')) ilike ${`%${likely(word)}%`}`,
    ),
  );

/** As it stands, also where it has signs that a pattern reads otherwise. */
export const likely = (word: string): string => word.replace(/[\\%_]/g, "\\$&");

const ENDS = ["closed", "called-off"] as const;

const jobColumns = {
  id: jobs.id,
  engine: sql<string>`${jobs.engineFile}->>'name'`,
  serial: engines.serial,
  openedAt: jobs.openedAt,
  valveCount: sql<number>`(select count(*)::int from job_valves v where v.shop_id = ${jobs.shopId} and v.job_id = ${jobs.id})`,
};
const engineOf = and(eq(engines.id, jobs.engineId), eq(engines.shopId, jobs.shopId));

/** The jobs that were closed or called off last. */
export async function listEnded(db: Database, shopId: string, most: number): Promise<JobLine[]> {
  const rows = await db
    .select({ ...jobColumns, endedAt: entries.at, kind: entries.kind })
    .from(entries)
    .innerJoin(jobs, and(eq(jobs.id, entries.jobId), eq(jobs.shopId, entries.shopId)))
    .innerJoin(engines, engineOf)
    .where(and(eq(entries.shopId, shopId), sql`${entries.kind} in ('closed', 'called-off')`))
    .orderBy(desc(entries.at))
    .limit(most);
  return rows.map(({ kind, ...row }) => ({ ...row, calledOff: kind === "called-off" }));
}

/** Ids of the jobs in hand, newest first. */
export const idsInHand = async (db: Database, shopId: string): Promise<string[]> =>
  (
    await db
      .select({ id: jobs.id })
      .from(jobsInHand)
      .innerJoin(jobs, and(eq(jobs.id, jobsInHand.jobId), eq(jobs.shopId, jobsInHand.shopId)))
      .where(eq(jobsInHand.shopId, shopId))
      .orderBy(desc(jobs.openedAt))
  ).map((r) => r.id);

/** Jobs by their ids, newest first. */
export const jobLines = (db: Database, shopId: string, ids: readonly string[]): Promise<JobLine[]> =>
  linesWhere(db, shopId, inArray(jobs.id, [...ids]), ids.length);

/** The newest jobs on these engines, and those whose note has every word. */
export const findJobLines = (
  db: Database,
  shopId: string,
  engineIds: readonly string[],
  words: readonly string[],
  most: number,
): Promise<JobLine[]> =>
  linesWhere(
    db,
    shopId,
    or(
      ...(engineIds.length === 0 ? [] : [inArray(jobs.engineId, [...engineIds])]),
      and(isNotNull(jobs.note), ...words.map((word) => sql`${jobs.note} ilike ${`%${likely(word)}%`}`)),
    ),
    most,
  );

async function linesWhere(db: Database, shopId: string, which: SQL | undefined, most: number): Promise<JobLine[]> {
  const rows = await db
    .select(jobColumns)
    .from(jobs)
    .innerJoin(engines, engineOf)
    .where(and(eq(jobs.shopId, shopId), which))
    .orderBy(desc(jobs.openedAt))
    .limit(most);
  if (rows.length === 0) return [];
  const ends = await db
    .select({ jobId: entries.jobId, at: entries.at, kind: entries.kind })
    .from(entries)
    .where(
      and(
        eq(entries.shopId, shopId),
        inArray(
          entries.jobId,
          rows.map((r) => r.id),
        ),
        inArray(entries.kind, [...ENDS]),
      ),
    );
  const byJob = new Map(ends.map((e) => [e.jobId, e]));
  return rows.map((row) => {
    const end = byJob.get(row.id);
    return { ...row, endedAt: end?.at ?? null, calledOff: end?.kind === "called-off" };
  });
}
