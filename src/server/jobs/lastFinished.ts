/** The last finished job on an engine, with what every valve was left at. */
import { and, desc, eq, inArray, lt } from "drizzle-orm";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { asLeft } from "@/core/job/state/state";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { entryOf } from "@/db/queries/entryRows";
import { type JobRow, findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { entries, jobResults, valveResults } from "@/db/schema";

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
    .select({ id: jobResults.jobId, shifts: jobResults.lockShifts })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId), lt(jobResults.closedAt, before)))
    .orderBy(desc(jobResults.closedAt))
    .limit(1);
  const found = newest === undefined ? null : await findJob(db, shopId, newest.id);
  if (newest === undefined || found === null) return null;
  const { row, job } = found;
  if (newest.shifts !== null) return { row, asLeft: await keptAsLeft(db, shopId, newest.id) };
  // It was closed before its readings were kept beside what it left: its ledger tells.
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

async function keptAsLeft(db: Database, shopId: string, jobId: string): Promise<Map<string, ReadingEntry>> {
  const ids = db
    .select({ id: valveResults.leftReading })
    .from(valveResults)
    .where(and(eq(valveResults.shopId, shopId), eq(valveResults.jobId, jobId)));
  const rows = await db
    .select()
    .from(entries)
    .where(and(eq(entries.shopId, shopId), eq(entries.jobId, jobId), inArray(entries.id, ids)));
  return new Map(
    rows.flatMap((row) => {
      const entry = entryOf(row);
      return entry.kind === "reading" ? [[entry.valve, entry]] : [];
    }),
  );
}
