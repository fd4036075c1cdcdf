/** Build checks that were closed: of an engine, and the one that a first setting follows. */
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

/** An engine is built a few times in its life: the newest are told. */
const MOST = 20;

/** Those of an engine that were closed, the newest first. */
export async function buildChecksOf(db: Database, shopId: string, engineId: string): Promise<SheetBuildCheck[]> {
  const closed = await closedOn(db, shopId, engineId, new Date());
  return (await Promise.all(closed.map(({ id }) => told(db, shopId, id)))).filter((c) => c !== null);
}

/** The newest closed one on an engine before a moment, with no job between that was no first setting; null where there is none. */
export async function buildCheckBefore(
  db: Database,
  shopId: string,
  engineId: string,
  before: Date,
): Promise<SheetBuildCheck | null> {
  const [newest] = await closedOn(db, shopId, engineId, before);
  if (newest === undefined) return null;
  const [between] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(
      and(
        openedBefore(shopId, engineId, before),
        gt(jobs.openedAt, newest.openedAt),
        ne(jobs.purpose, "first-start"),
      ),
    )
    .limit(1);
  return between === undefined ? told(db, shopId, newest.id) : null;
}

const openedBefore = (shopId: string, engineId: string, before: Date) =>
  and(eq(jobs.shopId, shopId), eq(jobs.engineId, engineId), lt(jobs.openedAt, before));

const closedOn = (db: Database, shopId: string, engineId: string, before: Date) =>
  db
    .select({ id: jobs.id, openedAt: jobs.openedAt })
    .from(jobs)
    .innerJoin(entries, and(eq(entries.shopId, jobs.shopId), eq(entries.jobId, jobs.id), eq(entries.kind, "closed")))
    .where(and(openedBefore(shopId, engineId, before), eq(jobs.task, "build-check")))
    .orderBy(desc(jobs.openedAt))
    .limit(MOST);

/** As sheets tell it. */
async function told(db: Database, shopId: string, id: string): Promise<SheetBuildCheck | null> {
  const found = await findJob(db, shopId, id);
  const job = found === null ? null : jobAs(found.job, "build-check");
  if (job === null) return null;
  const live = liveEntries(await ledgerOf(db, shopId, id));
  const [closed, signed] = [live.find((e) => e.kind === "closed"), live.find((e) => e.kind === "signed")];
  if (closed === undefined) return null;
  return {
    job: id,
    closedAt: closed.madeAt,
    closedBy: byWhom(closed),
    signedBy: signed === undefined ? null : byWhom(signed),
    lines: linesOfSheet(BUILD_CHECK, job, live),
  };
}
