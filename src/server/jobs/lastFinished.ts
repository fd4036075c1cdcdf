/** The last finished job on an engine, with what every valve was left at. */
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { asLeft } from "@/core/job/state/state";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { type JobRow, listJobsOfEngine } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";

export interface Finished {
  readonly row: JobRow;
  readonly asLeft: ReadonlyMap<string, ReadingEntry>;
}

/** Null when none of the newest few was finished before that moment. */
export async function lastFinished(
  db: Database,
  shopId: string,
  engineId: string,
  before: Date,
): Promise<Finished | null> {
  for (const { row, job } of await listJobsOfEngine(db, shopId, engineId, before)) {
    const state = jobState(job, await ledgerOf(db, row.shopId, row.id));
    if (!state.closed) continue;
    return {
      row,
      asLeft: new Map(
        [...state.valves].flatMap(([id, v]) => {
          const reading = asLeft(v);
          return reading === null ? [] : [[id, reading]];
        }),
      ),
    };
  }
  return null;
}
