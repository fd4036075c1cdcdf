/** The last finished job on an engine, with what every valve was left at. */
import { and, desc, eq, lt } from "drizzle-orm";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { asLeft } from "@/core/job/state/state";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { type JobRow, findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { jobResults } from "@/db/schema";

export interface Finished {
  readonly row: JobRow;
  readonly asLeft: ReadonlyMap<string, ReadingEntry>;
}

/** Null when nothing was closed on it before that moment. */
export async function lastFinished(
  db: Database,
  shopId: string,
  engineId: string,
  before: Date,
): Promise<Finished | null> {
  const [newest] = await db
    .select({ id: jobResults.jobId })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId), lt(jobResults.closedAt, before)))
    .orderBy(desc(jobResults.closedAt))
    .limit(1);
  const found = newest === undefined ? null : await findJob(db, shopId, newest.id);
  if (found === null) return null;
  const { row, job } = found;
  const { valves } = jobState(job, await ledgerOf(db, shopId, row.id));
  return {
    row,
    asLeft: new Map(
      [...valves].flatMap(([id, v]) => {
        const reading = asLeft(v);
        return reading === null ? [] : [[id, reading]];
      }),
    ),
  };
}
