/** Everything the screen of measured pairs needs. */
import { asLeft, runState } from "@/core/run/state";
import { middleOf } from "@/core/run/job";
import type { PairsGiven } from "@/core/run/pairsGiven";
import { readingWords, specUnit } from "@/core/run/words";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { UUID } from "./http";
import { stateReadingsOf } from "./pairs";

/** Null when the shop has no such job, or none that is closed with lash. */
export async function loadPairs(db: Database, shopId: string, jobId: string): Promise<PairsGiven | null> {
  const found = UUID.test(jobId) ? await findJob(db, shopId, jobId) : null;
  if (found === null || found.job.work !== "lash") return null;
  const { row, job } = found;
  const state = runState(job, await ledgerOf(db, jobId));
  if (!state.closed) return null;
  const read = new Map((await stateReadingsOf(db, jobId)).map((r) => [r.valve, r]));
  const valves = [...state.valves.values()].flatMap((v) => {
    const left = asLeft(v);
    return left === null
      ? []
      : [
          {
            id: v.valve.id,
            role: v.valve.role,
            left: readingWords(left),
            leftMm: middleOf(left),
            leftHalfMm: (left.noGo.mm - left.goes.mm) / 2,
            read: read.get(v.valve.id) ?? null,
          },
        ];
  });
  const role = valves[0]?.role ?? "intake";
  return {
    jobId,
    engineId: row.engineId,
    engine: row.engineFile.name,
    state: job.state,
    unit: specUnit(row.engineFile.lash?.[role]) === "mm" ? "mm" : "in",
    valves,
  };
}
