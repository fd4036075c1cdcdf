/** Keeps the record up with what changed around it: jobs that were closed before it was kept, and another risk. */
import { and, asc, eq, gte, isNull, ne, or, sql } from "drizzle-orm";
import { type Database, ofShop } from "@/db/connect";
import { engineForecasts, engines, entries, jobResults, jobs, jobsInHand, shops } from "@/db/schema";
import { closeRecord } from "./closeRecord";
import { keepDeadline } from "./deadline";
import { keepForecast } from "./life";
import { resultFromLedger } from "./results";

/** So many in one go: what is left is done in the next. */
const MOST = 200;

/** Closed jobs without a record, the oldest first. */
const unrecorded = (db: Database) =>
  db
    .selectDistinct({ shopId: jobs.shopId, jobId: jobs.id, openedAt: jobs.openedAt })
    .from(jobs)
    .innerJoin(entries, and(eq(entries.shopId, jobs.shopId), eq(entries.jobId, jobs.id), eq(entries.kind, "closed")))
    .leftJoin(jobsInHand, and(eq(jobsInHand.shopId, jobs.shopId), eq(jobsInHand.jobId, jobs.id)))
    .leftJoin(jobResults, and(eq(jobResults.shopId, jobs.shopId), eq(jobResults.jobId, jobs.id)))
    // A build check found and left nothing at a valve.
    .where(and(isNull(jobsInHand.jobId), isNull(jobResults.jobId), ne(jobs.task, "build-check")))
    .orderBy(asc(jobs.openedAt))
    .limit(MOST);

/** Forecasts made for another risk than the shop takes now, or before rates were kept with them. */
const otherwise = (db: Database) =>
  db
    .select({ shopId: engineForecasts.shopId, engineId: engineForecasts.engineId })
    .from(engineForecasts)
    .innerJoin(shops, eq(shops.id, engineForecasts.shopId))
    .where(
      or(ne(sql`round(${shops.risk}, 4)`, sql`round(${engineForecasts.risk}, 4)`), isNull(engineForecasts.rates)),
    )
    .limit(MOST);

/** Engines of which a job was closed since their forecast was made: it is made right after, unless the server went down between. */
const unforetold = (db: Database) =>
  db
    .selectDistinct({ shopId: jobResults.shopId, engineId: jobResults.engineId })
    .from(jobResults)
    .leftJoin(
      engineForecasts,
      and(
        eq(engineForecasts.shopId, jobResults.shopId),
        eq(engineForecasts.engineId, jobResults.engineId),
        gte(engineForecasts.fromAt, jobResults.closedAt),
      ),
    )
    .where(isNull(engineForecasts.engineId))
    .limit(MOST);

/** Engines whose deadline was not made again since what it follows from changed. */
const undated = (db: Database) =>
  db
    .select({ shopId: engines.shopId, engineId: engines.id })
    .from(engines)
    .where(eq(engines.deadlineStale, true))
    .limit(MOST);

/** Whether there is anything to keep up with. `owner` sees all shops. */
export const fallsBehind = async (owner: Database): Promise<boolean> =>
  (await Promise.all([unrecorded(owner), otherwise(owner), unforetold(owner), undated(owner)])).some(
    (behind) => behind.length > 0,
  );

/** @returns what came of it */
export async function keepUpRecord(owner: Database): Promise<string> {
  let [recorded, foretold] = [0, 0];
  const changed = new Map<string, { readonly shopId: string; readonly engineId: string }>();
  for (const { shopId, jobId } of await unrecorded(owner)) {
    const db = ofShop(owner, shopId);
    const told = await resultFromLedger(db, shopId, jobId);
    if (told === null) continue;
    await db.transaction((tx) => closeRecord(tx as unknown as Database, told.record, told.entries));
    const { engineId } = told.record.row;
    changed.set(engineId, { shopId, engineId });
    recorded += 1;
  }
  for (const { shopId, engineId } of [
    ...changed.values(),
    ...(await otherwise(owner)),
    ...(await unforetold(owner)),
  ]) {
    await keepForecast(ofShop(owner, shopId), shopId, engineId);
    foretold += 1;
  }
  const late = await undated(owner);
  for (const { shopId, engineId } of late) await keepDeadline(ofShop(owner, shopId), shopId, engineId);
  return `${recorded} jobs recorded, ${foretold} forecasts and ${late.length} dates made anew`;
}
