/** What closed jobs found and left: written with their closing, read back as visits, and made again from the ledgers. */
import { and, asc, eq, inArray, or } from "drizzle-orm";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { Visit } from "@/core/record/history";
import { groupedBy } from "@/core/units/groups";
import { type JobResult, resultOf } from "@/core/job/record/resultOf";
import type { ValveResult } from "@/core/record/results";
import type { Database } from "@/db/connect";
import { type JobRecord, findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { insertMany } from "@/db/insertMany";
import { jobResults, valveResults } from "@/db/schema";
import type { LifterVisit } from "@/core/record/lifters";
import { ownCauses } from "../shop/ownCauses";

type Tx = Database;

/** Days from the epoch, in UTC. */
export const dayOf = (at: Date): number => at.getTime() / 86_400_000;

const jobRow = ({ row }: JobRecord, result: JobResult) => ({
  shopId: row.shopId,
  jobId: row.id,
  engineId: row.engineId,
  closedAt: new Date(result.closedAt),
  runningHours: row.runningHours,
  state: row.state,
  specState: result.specState,
  work: result.work,
  lockShifts: result.lockShifts,
});

const valveRow = ({ row }: JobRecord, v: ValveResult, position: number) => ({
  shopId: row.shopId,
  jobId: row.id,
  valve: v.valve,
  position,
  role: v.role,
  nominalMm: v.nominalMm,
  lowMm: v.lowMm,
  highMm: v.highMm,
  offsetMm: v.offsetMm,
  foundLoMm: v.found?.lo ?? null,
  foundHiMm: v.found?.hi ?? null,
  leftLoMm: v.left?.lo ?? null,
  leftHiMm: v.left?.hi ?? null,
  leftReading: v.leftReading,
  foundBy: v.foundBy,
  leftBy: v.leftBy,
  foundTurns: v.lifter?.foundTurns ?? null,
  foundPlungerMm: v.lifter?.foundMm ?? null,
  leftTurns: v.lifter?.leftTurns ?? null,
  leftPlungerMm: v.lifter?.leftMm ?? null,
  timesSet: v.timesSet,
  fittedMm: v.fittedMm,
  answers: [...v.answers],
  breaks: v.breaks,
});

/** Writes what a job that was just closed found and left; nothing of one that is not. @returns whether it wrote anything */
export async function keepResult(tx: Tx, record: JobRecord, kept: readonly KeptEntry[]): Promise<boolean> {
  const { shopId } = record.row;
  const result = resultOf(record.job, record.row.purpose, kept, await ownCauses(tx, shopId, "all"));
  if (result === null) return false;
  await tx.insert(jobResults).values(jobRow(record, result));
  await insertMany(
    tx,
    valveResults,
    result.valves.map((v, i) => valveRow(record, v, i)),
  );
  return true;
}

type Row = typeof valveResults.$inferSelect;
const interval = (lo: number | null, hi: number | null) => (lo === null || hi === null ? null : { lo, hi });
const resultOfRow = (r: Row): ValveResult => ({
  valve: r.valve,
  role: r.role,
  nominalMm: r.nominalMm,
  lowMm: r.lowMm,
  highMm: r.highMm,
  offsetMm: r.offsetMm,
  found: interval(r.foundLoMm, r.foundHiMm),
  left: interval(r.leftLoMm, r.leftHiMm),
  leftReading: r.leftReading,
  foundBy: r.foundBy,
  leftBy: r.leftBy,
  // What reads gaps turns no lifter in: of those it is asked by itself.
  lifter: null,
  timesSet: r.timesSet,
  fittedMm: r.fittedMm,
  answers: r.answers,
  breaks: r.breaks,
});

/** The visits of engines that were about a gap, the oldest first, by engine. */
export async function visitsOf(
  db: Database,
  shopId: string,
  engineIds: readonly string[],
): Promise<ReadonlyMap<string, Visit[]>> {
  if (engineIds.length === 0) return new Map();
  const closed = await db
    .select()
    .from(jobResults)
    .where(
      and(
        eq(jobResults.shopId, shopId),
        inArray(jobResults.engineId, [...engineIds]),
        or(eq(jobResults.work, "lash"), eq(jobResults.work, "dry-gap")),
      ),
    )
    .orderBy(asc(jobResults.closedAt));
  if (closed.length === 0) return new Map();
  const valves = await db
    .select()
    .from(valveResults)
    .where(
      and(
        eq(valveResults.shopId, shopId),
        inArray(
          valveResults.jobId,
          closed.map((c) => c.jobId),
        ),
      ),
    )
    .orderBy(asc(valveResults.position));
  const byJob = groupedBy(valves, (v) => v.jobId);
  return new Map(
    [...groupedBy(closed, (c) => c.engineId)].map(([engine, all]) => [
      engine,
      all.map((c) => ({
        jobId: c.jobId,
        at: c.closedAt.toISOString(),
        day: dayOf(c.closedAt),
        use: c.runningHours,
        state: c.state,
        specState: c.specState,
        valves: (byJob.get(c.jobId) ?? []).map(resultOfRow),
      })),
    ]),
  );
}

/** The visits of an engine that turned lifters in, the oldest first. */
export async function lifterVisitsOf(db: Database, shopId: string, engineId: string): Promise<LifterVisit[]> {
  const rows = await db
    .select({ job: jobResults, at: valveResults })
    .from(jobResults)
    .innerJoin(
      valveResults,
      and(eq(valveResults.shopId, jobResults.shopId), eq(valveResults.jobId, jobResults.jobId)),
    )
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId), eq(jobResults.work, "preload")))
    .orderBy(asc(jobResults.closedAt), asc(valveResults.position));
  return [...groupedBy(rows, (r) => r.job.jobId).values()].flatMap((lifters) => {
    const [first] = lifters;
    if (first === undefined) return [];
    const { jobId, closedAt, runningHours: use } = first.job;
    return {
      jobId,
      at: closedAt.toISOString(),
      use,
      lifters: lifters.map(({ at }) => ({
        valve: at.valve,
        role: at.role,
        foundTurns: at.foundTurns,
        foundMm: at.foundPlungerMm,
        leftTurns: at.leftTurns,
        leftMm: at.leftPlungerMm,
      })),
    };
  });
}

/** What the ledger of a job says now; null where it is not closed. */
export async function resultFromLedger(db: Database, shopId: string, jobId: string) {
  const record = await findJob(db, shopId, jobId);
  if (record === null) return null;
  const entries = await ledgerOf(db, shopId, jobId);
  const result = resultOf(record.job, record.row.purpose, entries, await ownCauses(db, shopId, "all"));
  return result === null ? null : { record, entries, result };
}

/** Whether what is kept of a job is what its ledger says. */
export async function agrees(db: Database, shopId: string, jobId: string): Promise<boolean> {
  const told = await resultFromLedger(db, shopId, jobId);
  const [row] = await db
    .select()
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.jobId, jobId)));
  if (told === null || row === undefined) return told === null && row === undefined;
  const valves = await db
    .select()
    .from(valveResults)
    .where(and(eq(valveResults.shopId, shopId), eq(valveResults.jobId, jobId)))
    .orderBy(asc(valveResults.position));
  return (
    JSON.stringify(row) === JSON.stringify({ ...row, ...jobRow(told.record, told.result) }) &&
    JSON.stringify(valves) === JSON.stringify(told.result.valves.map((v, i) => valveRow(told.record, v, i)))
  );
}
