/** Everything the screen needs on which the parts of a job are worked out. */
import type { ShimsPageData } from "@/core/job/pages/shims";
import { jobAs } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { isId } from "../http/id";
import { listMicrometers } from "./micrometers";
import { ordersOfJobs } from "./orders";
import { listParts } from "./stock";
import { listPartsOut } from "./partsOut";

/** Null when the shop has no such job, or its lash is not set by parts. */
export async function loadShims(db: Database, shopId: string, jobId: string): Promise<ShimsPageData | null> {
  const found = isId(jobId) ? await findJob(db, shopId, jobId) : null;
  const job = found === null ? null : jobAs(found.job, "shims");
  if (found === null || job === null) return null;
  const [entries, stock, micrometers, out, orders] = await Promise.all([
    ledgerOf(db, shopId, jobId),
    listParts(db, shopId),
    listMicrometers(db, shopId),
    listPartsOut(db, shopId, jobId),
    ordersOfJobs(db, shopId, [jobId]),
  ]);
  return {
    jobId,
    file: found.row.engineFile,
    job,
    entries,
    micrometers,
    out,
    orders,
    stock: stock.filter((p) => p.kind === job.task.plan.kind && p.count > 0),
  };
}
