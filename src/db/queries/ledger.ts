/** The ledger of a job, in order, and what the jobs before it entered. */
import { and, asc, desc, eq, inArray, isNull, lt, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { EntryKind } from "@/core/job/ledger/kinds";
import type { Database } from "../connect";
import { entries, jobs } from "../schema";
import { entryOf } from "./entryRows";

/** A job's whole ledger, in order. */
export async function ledgerOf(db: Database, shopId: string, jobId: string): Promise<KeptEntry[]> {
  const rows = await db
    .select()
    .from(entries)
    .where(and(eq(entries.shopId, shopId), eq(entries.jobId, jobId)))
    .orderBy(asc(entries.seq));
  return rows.map(entryOf);
}

/** So many jobs back is looked (assumed: what was fitted before that is measured anew). */
const LATELY = 5;

/**
 * What still stands of some kinds in the newest few jobs on an engine that were opened before a moment, oldest first:
 * only these entries are read, no ledger is folded.
 */
export async function enteredLately(
  db: Database,
  shopId: string,
  { engineId, before, kinds }: { engineId: string; before: Date; kinds: readonly EntryKind[] },
): Promise<{ readonly jobId: string; readonly entries: KeptEntry[] }[]> {
  const lately = db
    .select({ id: jobs.id, openedAt: jobs.openedAt })
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.engineId, engineId), lt(jobs.openedAt, before)))
    .orderBy(desc(jobs.openedAt))
    .limit(LATELY)
    .as("lately");
  const back = alias(entries, "back");
  const rows = await db
    .select({ entry: entries })
    .from(lately)
    .innerJoin(entries, and(eq(entries.shopId, shopId), eq(entries.jobId, lately.id)))
    .leftJoin(back, and(eq(back.shopId, entries.shopId), eq(back.supersedes, entries.id)))
    .where(and(inArray(entries.kind, [...kinds]), isNull(back.id)))
    .orderBy(asc(lately.openedAt), asc(entries.seq));
  const byJob = new Map<string, KeptEntry[]>();
  for (const { entry } of rows) byJob.set(entry.jobId, [...(byJob.get(entry.jobId) ?? []), entryOf(entry)]);
  return [...byJob].map(([jobId, own]) => ({ jobId, entries: own }));
}

/** Holds every other writer of this job off until the transaction ends. */
export async function holdJob(tx: Pick<Database, "execute">, jobId: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${jobId}, 0))`);
}
