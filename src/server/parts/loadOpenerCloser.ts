/** Everything the page of a valve's opener and closer needs, in one go. */
import { BIAS_KINDS, closerBiases } from "@/core/job/tasks/openerCloser/closerBias";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { jobAs } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { enteredLately, ledgerOf } from "@/db/queries/ledger";
import type { Viewer } from "../http/who";
import { isId } from "../http/id";
import { setOfJob } from "../shop/feelerSets";
import { listMicrometers } from "./micrometers";
import { ordersOfJobs } from "./orders";
import { listParts } from "./stock";

/** Null when the shop has no such job, or that valve is not positively closed. */
export async function loadOpenerCloser(
  db: Database,
  { shopId, person }: Pick<Viewer, "shopId" | "person">,
  jobId: string,
  valve: string,
): Promise<OpenerCloserPageData | null> {
  const found = isId(jobId) ? await findJob(db, shopId, jobId) : null;
  const job = found === null ? null : jobAs(found.job, "opener-closer");
  if (found === null || job === null || !job.valves.some((v) => v.id === valve)) return null;
  const { row } = found;
  const [set, entries, stock, micrometers, earlier, orders] = await Promise.all([
    setOfJob(db, shopId, row),
    ledgerOf(db, shopId, jobId),
    listParts(db, shopId),
    listMicrometers(db, shopId),
    person === null
      ? []
      : enteredLately(db, shopId, { engineId: row.engineId, before: row.openedAt, kinds: BIAS_KINDS }),
    ordersOfJobs(db, shopId, [jobId]),
  ]);
  const ledgers = person === null ? [] : [...earlier.map((j) => j.entries), entries];
  return {
    jobId,
    file: row.engineFile,
    job,
    entries,
    valve,
    set,
    micrometers,
    orders,
    stock: stock.filter((p) => p.count > 0 && (p.kind === "opener" || p.kind === "closer")),
    biasesMm: ledgers.flatMap((ledger) => closerBiases(job.task.plan, ledger, person?.id ?? null)),
  };
}
