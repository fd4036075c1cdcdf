/** The build check that a first setting follows. */
import { and, desc, eq, gt, lt, ne } from "drizzle-orm";
import { liveEntries } from "@/core/job/ledger/entry";
import { jobAs } from "@/core/job/run";
import { type SheetBuildCheck, byWhom } from "@/core/job/sheet/format";
import { linesOfSheet } from "@/core/job/sheet/sheet";
import { BUILD_CHECK } from "@/core/job/tasks/buildCheck";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { entries, jobs } from "@/db/schema";

/** The newest closed one on an engine before a moment, with no job between that was no first setting; null where there is none. */
export async function buildCheckBefore(
  db: Database,
  shopId: string,
  engineId: string,
  before: Date,
): Promise<SheetBuildCheck | null> {
  const ofEngine = and(eq(jobs.shopId, shopId), eq(jobs.engineId, engineId), lt(jobs.openedAt, before));
  const [newest] = await db
    .select({ id: jobs.id, openedAt: jobs.openedAt })
    .from(jobs)
    .innerJoin(entries, and(eq(entries.shopId, jobs.shopId), eq(entries.jobId, jobs.id), eq(entries.kind, "closed")))
    .where(and(ofEngine, eq(jobs.task, "build-check")))
    .orderBy(desc(jobs.openedAt))
    .limit(1);
  if (newest === undefined) return null;
  const [between] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(ofEngine, gt(jobs.openedAt, newest.openedAt), ne(jobs.purpose, "first-start")))
    .limit(1);
  const found = between === undefined ? await findJob(db, shopId, newest.id) : null;
  const job = found === null ? null : jobAs(found.job, "build-check");
  if (job === null) return null;
  const live = liveEntries(await ledgerOf(db, shopId, newest.id));
  const [closed, signed] = [live.find((e) => e.kind === "closed"), live.find((e) => e.kind === "signed")];
  if (closed === undefined) return null;
  return {
    job: newest.id,
    closedAt: closed.madeAt,
    closedBy: byWhom(closed),
    signedBy: signed === undefined ? null : byWhom(signed),
    lines: linesOfSheet(BUILD_CHECK, job, live),
  };
}
