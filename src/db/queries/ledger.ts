/** The ledger of a job, in order. */
import { and, asc, eq, sql } from "drizzle-orm";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { Database } from "../connect";
import { entries } from "../schema";
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

/** Holds every other writer of this job off until the transaction ends. */
export async function holdJob(tx: Pick<Database, "execute">, jobId: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${jobId}, 0))`);
}
