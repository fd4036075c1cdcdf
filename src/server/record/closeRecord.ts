/** The record of a job, written in the same go as its closing. */
import { and, eq } from "drizzle-orm";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { Database } from "@/db/connect";
import type { JobRecord } from "@/db/queries/jobs";
import { jobResults } from "@/db/schema";
import { keepResult } from "./results";

/**
 * What a job found and left, once: a closing that is sent again finds what it wrote. What comes of its engine follows
 * from that and is made after it. @returns whether anything was written
 */
export async function closeRecord(tx: Database, record: JobRecord, kept: readonly KeptEntry[]): Promise<boolean> {
  const { shopId, id } = record.row;
  const [known] = await tx
    .select({ id: jobResults.jobId })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.jobId, id)));
  return known === undefined && keepResult(tx, record, kept);
}
