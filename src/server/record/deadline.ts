/** When an engine is due: reckoned whenever something of it changes, and kept with the engine. */
import { and, desc, eq } from "drizzle-orm";
import { isFresh } from "@/core/job/setup/purpose";
import { beddingOf } from "@/core/record/bedding";
import { type Due, deadlineOf, dueOn } from "@/core/record/due";
import type { Database } from "@/db/connect";
import { engineForecasts, engines, jobResults, jobs } from "@/db/schema";
import { dayOf } from "./results";

const thisOne = (shopId: string, engineId: string) => and(eq(engines.shopId, shopId), eq(engines.id, engineId));

/** Makes it again from the forecast, the counter and the intervals. */
export async function keepDeadline(db: Database, shopId: string, engineId: string): Promise<void> {
  const [found] = await db
    .select({
      addedAt: engines.addedAt,
      intervalCount: engines.intervalHours,
      intervalDays: engines.intervalDays,
      intervalWords: engines.intervalWords,
      counterUnit: engines.counterUnit,
      counter: engines.counter,
      forecast: {
        unit: engineForecasts.unit,
        fromAt: engineForecasts.fromAt,
        fromHours: engineForecasts.fromHours,
        useLeft: engineForecasts.useLeft,
        first: engineForecasts.firstValve,
      },
    })
    .from(engines)
    .leftJoin(
      engineForecasts,
      and(eq(engineForecasts.shopId, engines.shopId), eq(engineForecasts.engineId, engines.id)),
    )
    .where(thisOne(shopId, engineId));
  if (found === undefined) return;
  const { addedAt, forecast, ...engine } = found;
  const newest = await db
    .select({ purpose: jobs.purpose })
    .from(jobResults)
    .innerJoin(jobs, and(eq(jobs.shopId, jobResults.shopId), eq(jobs.id, jobResults.jobId)))
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId)))
    .orderBy(desc(jobResults.closedAt))
    .limit(2);
  const deadline = deadlineOf({
    ...engine,
    bedding: beddingOf(newest.map(({ purpose }) => isFresh(purpose))),
    // What was never worked on counts from when it came.
    last:
      forecast === null
        ? { day: dayOf(addedAt), count: engine.counter?.firstCount ?? null }
        : { day: dayOf(forecast.fromAt), count: forecast.fromHours },
    forecast:
      forecast === null || forecast.useLeft === null || forecast.first === null
        ? null
        : { unit: forecast.unit, useLeft: forecast.useLeft, first: forecast.first },
  });
  await db.update(engines).set({ deadline, deadlineStale: false }).where(thisOne(shopId, engineId));
}

/** When one engine is due, and by which rule it is looked at again beside the forecast. */
export async function engineDue(
  db: Database,
  shopId: string,
  engineId: string,
  now: Date,
): Promise<{ due: Due | null; interval: { hours: number | null; days: number | null; words: string | null } }> {
  const [engine] = await db
    .select({
      deadline: engines.deadline,
      interval: { hours: engines.intervalHours, days: engines.intervalDays, words: engines.intervalWords },
    })
    .from(engines)
    .where(thisOne(shopId, engineId));
  return {
    due: engine?.deadline == null ? null : dueOn(engine.deadline, dayOf(now)),
    interval: engine?.interval ?? { hours: null, days: null, words: null },
  };
}
