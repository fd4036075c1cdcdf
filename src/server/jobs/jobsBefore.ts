/** What the jobs before say for the next one on the same engine. */
import { format, subDays } from "date-fns";
import { and, asc, desc, eq, gt, ne } from "drizzle-orm";
import type { AsLastTime, ConfirmedBefore } from "@/core/job/pages/prepare";
import type { Database } from "@/db/connect";
import { jobFeelerSets, jobs } from "@/db/schema";

/** A day in words. */
const DAY = "d MMM yyyy";

/** How the newest job on an engine's valves was prepared; null when there was none. */
export async function asLastTime(db: Database, shopId: string, engineId: string): Promise<AsLastTime | null> {
  const [job] = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.engineId, engineId), ne(jobs.task, "build-check")))
    .orderBy(desc(jobs.openedAt))
    .limit(1);
  if (job === undefined) return null;
  const others = await db
    .select({ setId: jobFeelerSets.setId })
    .from(jobFeelerSets)
    .where(and(eq(jobFeelerSets.shopId, shopId), eq(jobFeelerSets.jobId, job.id)))
    .orderBy(asc(jobFeelerSets.position));
  return {
    on: format(job.openedAt, DAY),
    purpose: job.purpose,
    feelerSetId: job.feelerSetId,
    otherSetIds: others.map((o) => o.setId),
    survey: job.survey,
    allToAimMm: job.allToAimMm,
    method: job.method,
    servingOrder: job.servingOrder,
    settings: {
      requiredDeg: job.requiredMarginDeg,
      openingShare: job.openingShare,
      closingShare: job.closingShare,
      marksOnly: job.marksOnly,
    },
    bank: job.bank,
    licensed: job.licensed,
  };
}

/** The cautions that a person confirmed at their newest job on an engine within so many days; null when none was. */
export async function confirmedBefore(
  db: Database,
  shopId: string,
  { engineId, personId, withinDays }: { engineId: string; personId: string; withinDays: number },
  now = new Date(),
): Promise<ConfirmedBefore | null> {
  const [job] = await db
    .select({ openedAt: jobs.openedAt, cautions: jobs.cautions })
    .from(jobs)
    .where(
      and(
        eq(jobs.shopId, shopId),
        eq(jobs.engineId, engineId),
        eq(jobs.openedBy, personId),
        gt(jobs.openedAt, subDays(now, withinDays)),
      ),
    )
    .orderBy(desc(jobs.openedAt))
    .limit(1);
  return job === undefined ? null : { on: format(job.openedAt, DAY), cautions: job.cautions };
}
