/** The jobs in hand on one engine: whoever begins another there should know of them. */
import type { JobInHand } from "@/core/job/pages/prepare";
import { jobState, nextThing, standsWords } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { listOpenJobsOn } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";

export async function jobsInHandOn(db: Database, shopId: string, engineId: string): Promise<JobInHand[]> {
  const open = await listOpenJobsOn(db, shopId, engineId);
  return Promise.all(
    open.map(async ({ row, job }) => {
      const ledger = await ledgerOf(db, row.shopId, row.id);
      const state = jobState(job, ledger);
      return {
        id: row.id,
        stands: standsWords(job, state, nextThing(job, state, { nowMs: Date.now() })),
        touchedAt: ledger.at(-1)?.at ?? row.openedAt.toISOString(),
      };
    }),
  );
}
