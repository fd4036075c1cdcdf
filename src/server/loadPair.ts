/** Everything the page of a pair needs, in one go. */
import { closerBiases } from "@/core/run/closerBias";
import type { PairGiven } from "@/core/run/pairGiven";
import type { Database } from "@/db/connect";
import { findJob, listJobsOfEngine } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import type { Viewer } from "./actor";
import { UUID } from "./http";
import { listMicrometers } from "./micrometers";
import { ordersOfJob } from "./orders";
import { listParts } from "./parts";

/** Null when the shop has no such job, or that valve is not positively closed. */
export async function loadPair(
  db: Database,
  { shopId, person }: Pick<Viewer, "shopId" | "person">,
  jobId: string,
  valve: string,
): Promise<PairGiven | null> {
  const found = UUID.test(jobId) ? await findJob(db, shopId, jobId) : null;
  if (found === null || found.job.closing === null || !found.job.valves.some((v) => v.id === valve)) return null;
  const { row, job } = found;
  const [entries, stock, micrometers, earlier, orders] = await Promise.all([
    ledgerOf(db, jobId),
    listParts(db, shopId),
    listMicrometers(db, shopId),
    listJobsOfEngine(db, shopId, row.engineId, row.openedAt),
    ordersOfJob(db, shopId, jobId),
  ]);
  const ledgers =
    person === null ? [] : [...(await Promise.all(earlier.map((j) => ledgerOf(db, j.row.id)))), entries];
  const plan = found.job.closing;
  return {
    jobId,
    file: row.engineFile,
    job,
    entries,
    valve,
    micrometers,
    orders,
    stock: stock.filter((p) => p.count > 0 && (p.kind === "opener" || p.kind === "closer")),
    biasesMm: ledgers.flatMap((ledger) => closerBiases(plan, ledger, person?.id ?? null)),
  };
}
