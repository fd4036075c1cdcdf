/** What the record tells at the engine, while valves are read. */
import { and, desc, eq, sql } from "drizzle-orm";
import type { RunPageData } from "@/core/job/pages/run";
import type { Database } from "@/db/connect";
import { engineForecasts, engineModels, engines, jobResults, valveResults } from "@/db/schema";
import { dayOf, lifterVisitsOf } from "./results";
import { counterUnitOf } from "./use";

/** So many causes are told beside a question: more is no help. */
const MOST_CAUSES = 12;

/** What each valve was expected to move between the newest closed job and this look at it, in mm. */
export async function expectedMm(
  db: Database,
  shopId: string,
  engineId: string,
  now: { readonly at: Date; readonly hours: number | null },
): Promise<RunPageData["expectedMm"]> {
  const [kept] = await db
    .select()
    .from(engineForecasts)
    .where(and(eq(engineForecasts.shopId, shopId), eq(engineForecasts.engineId, engineId)));
  if (kept === undefined) return {};
  const use = usedSince(kept, now);
  if (use === null || use <= 0) return {};
  return Object.fromEntries(Object.entries(kept.rates ?? {}).map(([valve, rate]) => [valve, rate * use]));
}

function usedSince(
  { unit, fromAt, fromHours }: typeof engineForecasts.$inferSelect,
  { at, hours }: { readonly at: Date; readonly hours: number | null },
): number | null {
  if (unit === "days") return dayOf(at) - dayOf(fromAt);
  return hours === null || fromHours === null ? null : hours - fromHours;
}

/** How far each lifter was turned in at the last job that did, before this one was opened. */
export async function turnedInBefore(
  db: Database,
  shopId: string,
  job: { readonly engineId: string; readonly openedAt: Date; readonly runningHours: number | null },
): Promise<RunPageData["lastTurnedIn"]> {
  const visits = await lifterVisitsOf(db, shopId, job.engineId);
  const last = visits.findLast((v) => Date.parse(v.at) < job.openedAt.getTime());
  if (last === undefined) return {};
  const usedSince =
    last.use === null || job.runningHours === null
      ? null
      : { count: job.runningHours - last.use, unit: await counterUnitOf(db, shopId, job.engineId) };
  return Object.fromEntries(
    last.lifters.flatMap(({ valve, leftTurns }) =>
      leftTurns === null ? [] : [[valve, { turns: leftTurns, usedSince }]],
    ),
  );
}

/** What was answered at valves of engines of this name, by role, the most frequent first. */
export async function causesAt(db: Database, shopId: string, engineId: string): Promise<RunPageData["causes"]> {
  const named = sql`(select m.name from ${engines} e join ${engineModels} m on m.shop_id = e.shop_id and m.id = e.model_id where e.shop_id = ${shopId} and e.id = ${engineId})`;
  const answer = sql<string>`answer`;
  const jobs = sql<number>`count(distinct ${valveResults.jobId})::int`;
  return db
    .select({ role: valveResults.role, answer, jobs })
    .from(valveResults)
    .innerJoin(jobResults, and(eq(jobResults.shopId, valveResults.shopId), eq(jobResults.jobId, valveResults.jobId)))
    .innerJoin(engines, and(eq(engines.shopId, jobResults.shopId), eq(engines.id, jobResults.engineId)))
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .innerJoin(sql`lateral unnest(${valveResults.answers}) as answer`, sql`true`)
    .where(
      and(
        eq(valveResults.shopId, shopId),
        eq(engineModels.name, named),
        sql`cardinality(${valveResults.answers}) > 0`,
      ),
    )
    .groupBy(valveResults.role, answer)
    .orderBy(desc(jobs), answer)
    .limit(MOST_CAUSES);
}
