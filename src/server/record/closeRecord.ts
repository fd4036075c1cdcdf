/** The record of a job, written in the same go as its closing. */
import { and, eq } from "drizzle-orm";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { Database } from "@/db/connect";
import type { JobRecord } from "@/db/queries/jobs";
import { jobResults } from "@/db/schema";
import { keepForecast } from "./life";
import { keepResult } from "./results";

/** Once: a closing that is sent again finds what it wrote. */
export async function closeRecord(tx: Database, record: JobRecord, kept: readonly KeptEntry[]): Promise<void> {
  const { shopId, id, engineId } = record.row;
  const [known] = await tx
    .select({ id: jobResults.jobId })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.jobId, id)));
  if (known !== undefined) return;
  await keepResult(tx, record, kept);
  await keepForecast(tx, shopId, engineId);
}
