/** Everything the screen needs on which the parts of a job are worked out. */
import type { ShimsGiven } from "@/core/run/shimsGiven";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { UUID } from "./http";
import { listMicrometers } from "./micrometers";
import { ordersOfJob } from "./orders";
import { listParts } from "./parts";
import { listPartsOut } from "./partsOut";

/** Null when the shop has no such job, or its lash is not set by parts. */
export async function loadShims(db: Database, shopId: string, jobId: string): Promise<ShimsGiven | null> {
  const found = UUID.test(jobId) ? await findJob(db, shopId, jobId) : null;
  if (found === null || found.job.shims === null) return null;
  const [entries, stock, micrometers, out, orders] = await Promise.all([
    ledgerOf(db, jobId),
    listParts(db, shopId),
    listMicrometers(db, shopId),
    listPartsOut(db, jobId),
    ordersOfJob(db, shopId, jobId),
  ]);
  return {
    jobId,
    file: found.row.engineFile,
    job: found.job,
    entries,
    micrometers,
    out,
    orders,
    stock: stock.filter((p) => p.kind === found.job.shims?.kind && p.count > 0),
  };
}
