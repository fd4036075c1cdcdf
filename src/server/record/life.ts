/** The life of engines: visits, and what comes. */
import { and, desc, eq, inArray, ne } from "drizzle-orm";
import { type Elsewhere, FEW_SERVICES, type Life, engineLife, lifeOf, unitOfUse } from "@/core/record/history";
import type { Hands } from "@/core/record/hands";
import { ownRate } from "@/core/record/rates";
import { groupedBy } from "@/core/units/groups";
import type { Database } from "@/db/connect";
import { engineForecasts, engineModels, engines, jobResults, shops } from "@/db/schema";
import { keepDeadline } from "./deadline";
import { handsOf } from "./gauge";
import { visitsOf } from "./results";
import { counterUnitOf } from "./use";

/** So many engines of a model tell how it wears: the newest. */
const MOST_ALIKE = 60;

/** What the shop takes for a risk. */
export async function riskOf(db: Database, shopId: string): Promise<number> {
  const [shop] = await db.select({ risk: shops.risk }).from(shops).where(eq(shops.id, shopId));
  if (shop === undefined) throw new RangeError("riskOf: no such shop");
  return shop.risk;
}

/** Own rates of the valves of other engines of the same name, by role, counted as this one is. */
async function elsewhere(
  db: Database,
  shopId: string,
  engineId: string,
  unit: Life["unit"],
  hands: Hands,
): Promise<Elsewhere> {
  const named = db
    .select({ name: engineModels.name })
    .from(engines)
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
  const alike = await db
    .select({ id: engines.id, counter: engines.counterUnit })
    .from(engines)
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .where(and(eq(engines.shopId, shopId), ne(engines.id, engineId), inArray(engineModels.name, named)))
    .orderBy(desc(engines.addedAt))
    .limit(MOST_ALIKE);
  const counters = new Map(alike.map((a) => [a.id, a.counter]));
  const lives = [...(await visitsOf(db, shopId, [...counters.keys()]))].flatMap(([id, visits]) =>
    unitOfUse(visits, counters.get(id)) === unit ? [visits] : [],
  );
  const rates = lives.flatMap((visits) => {
    const ids = [...new Set(visits.flatMap((v) => v.valves.map((r) => r.valve)))];
    return ids.flatMap((id) => {
      const life = lifeOf(id, visits, unit, hands);
      const rate = life === null ? null : ownRate(life.services);
      return life === null || rate === null ? [] : [{ role: life.role, rate }];
    });
  });
  return Object.fromEntries(
    [...groupedBy(rates, (r) => r.role)].map(([role, all]) => [role, all.map((r) => r.rate)]),
  );
}

/** The whole life of an engine. */
export async function lifeOfEngine(db: Database, shopId: string, engineId: string): Promise<Life> {
  const visits = (await visitsOf(db, shopId, [engineId])).get(engineId) ?? [];
  const [risk, hands, counter] = [
    await riskOf(db, shopId),
    await handsOf(db, shopId),
    await counterUnitOf(db, shopId, engineId),
  ];
  const unit = unitOfUse(visits, counter);
  const others = visits.length <= FEW_SERVICES ? await elsewhere(db, shopId, engineId, unit, hands) : {};
  return engineLife(visits, risk, others, hands, counter);
}

/** Keeps what comes of an engine, for what lists many. */
export async function keepForecast(db: Database, shopId: string, engineId: string): Promise<void> {
  // Work that reads no gap (lifters turned in) was done all the same: what is due counts from it.
  const [newest] = await db
    .select({ at: jobResults.closedAt, hours: jobResults.runningHours })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId)))
    .orderBy(desc(jobResults.closedAt))
    .limit(1);
  if (newest === undefined) return;
  const life = await lifeOfEngine(db, shopId, engineId);
  const kept = {
    unit: life.unit,
    risk: await riskOf(db, shopId),
    fromAt: newest.at,
    fromHours: newest.hours,
    useLeft: life.forecast?.useLeft ?? null,
    firstValve: life.forecast?.first ?? null,
    unknownRoles: [...(life.forecast?.roles.values() ?? [])].filter((r) => r === null).length,
    rates: Object.fromEntries(
      (life.forecast?.valves ?? []).flatMap((v) => (v.rate === null ? [] : [[v.id, v.rate.mean]])),
    ),
  };
  await db
    .insert(engineForecasts)
    .values({ shopId, engineId, ...kept })
    .onConflictDoUpdate({ target: [engineForecasts.shopId, engineForecasts.engineId], set: kept });
  await keepDeadline(db, shopId, engineId);
}
