/** What counters of engines show, and the rules by which engines are looked at again. */
import { randomUUID } from "node:crypto";
import { and, desc, eq, inArray } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { z } from "zod";
import { type CounterUnit, counted } from "@/core/record/counter";
import { NEWEST_LOOKS, counterOf } from "@/core/record/due";
import type { Database } from "@/db/connect";
import { engineModels, engineUse, engines } from "@/db/schema";
import { idInput, isId } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { keepDeadline } from "./deadline";
import { dayOf } from "./results";

/** What a counter shows. */
export const useHours = z
  .number("Give what the counter shows as a number.")
  .min(0, "A counter shows nothing below zero.")
  .max(9_999_999, "That is more than any counter shows.");

export const useInput = z.strictObject({
  id: idInput,
  lines: z
    .array(z.strictObject({ engineId: idInput, hours: useHours, sure: z.boolean().default(false) }))
    .min(1, "Type what the counter of at least one engine shows.")
    .max(500, "At most 500 engines at once."),
});

/** Keeps what counters show now, of many engines at once: all, or none. Sent twice, it is kept once. @throws Refused */
export async function countUse(db: Database, actor: Actor, input: z.infer<typeof useInput>): Promise<void> {
  await once(db, actor, { what: "use", id: input.id, input }, async (tx) => {
    for (const { engineId, hours: now, sure } of input.lines)
      await lookAtCounter(tx as unknown as Database, actor, engineId, now, sure, engineId);
  });
}

/**
 * What a counter shows, kept with its engine.
 * @param path of the field that is named where it is refused
 * @throws Refused where it runs backwards and nobody said that it is right
 */
export async function lookAtCounter(
  tx: Database,
  { shopId, person }: Actor,
  engineId: string,
  now: number,
  sure: boolean,
  path: string,
): Promise<void> {
  const [engine] = await tx
    .select({
      hours: engines.runningHours,
      unit: engines.counterUnit,
      name: engineModels.name,
      serial: engines.serial,
    })
    .from(engines)
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
  if (engine === undefined) throw new Refused("One of these engines is not in the shop.", 404);
  if (engine.hours !== null && now < engine.hours && !sure)
    throw new Refused(
      `${[engine.name, engine.serial].filter((x) => x !== null).join(" ")} showed ${counted(engine.hours, engine.unit)} before: was its counter changed? Send it again to keep ${counted(now, engine.unit)}.`,
      409,
      path,
    );
  await keepUse(tx, shopId, engineId, now, person.id);
  await tx
    .update(engines)
    .set({ runningHours: now })
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
}

/** In what an engine's counter counts. */
export async function counterUnitOf(db: Database, shopId: string, engineId: string): Promise<CounterUnit> {
  const [engine] = await db
    .select({ unit: engines.counterUnit })
    .from(engines)
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
  if (engine === undefined) throw new RangeError("counterUnitOf: no such engine");
  return engine.unit;
}

/** A look at a counter. `at` is for the owner alone. */
export async function keepUse(
  tx: Database,
  shopId: string,
  engineId: string,
  now: number,
  personId: string,
  at?: Date,
): Promise<void> {
  await tx
    .insert(engineUse)
    .values({ id: randomUUID(), shopId, engineId, hours: now, personId, ...(at === undefined ? {} : { at }) });
  const looks = await tx
    .select({ at: engineUse.at, hours: engineUse.hours })
    .from(engineUse)
    .where(and(eq(engineUse.shopId, shopId), eq(engineUse.engineId, engineId)))
    .orderBy(desc(engineUse.at))
    .limit(NEWEST_LOOKS);
  await tx
    .update(engines)
    .set({ counter: counterOf(looks.map((l) => ({ day: dayOf(l.at), count: l.hours }))) })
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
  await keepDeadline(tx, shopId, engineId);
}

const atLeast = "An interval is longer than nothing: leave it empty for none.";
export const intervalInput = z.strictObject({
  hours: useHours.gt(0, atLeast).nullable(),
  days: z
    .number("Give the days as a number.")
    .int("Give whole days.")
    .min(1, atLeast)
    .max(7300, "That is more than twenty years.")
    .nullable(),
  words: z
    .string()
    .trim()
    .max(120, "Keep it within 120 characters.")
    .transform((w) => (w === "" ? null : w)),
  /** For every engine of this one's name. */
  alike: z.boolean().default(false),
});

/** So many have their date at once; the others with the next background work. */
const DATED_AT_ONCE = 100;

/** By which rule an engine is looked at again, or all of its name that count as it does. @throws Refused */
export async function changeInterval(
  db: Database,
  { shopId }: Actor,
  engineId: string,
  {
    hours: intervalHours,
    days: intervalDays,
    words: intervalWords,
    alike = false,
  }: Omit<z.infer<typeof intervalInput>, "alike"> & { readonly alike?: boolean },
): Promise<void> {
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    const wanted = !isId(engineId) ? [] : alike ? await alikeTo(tx, shopId, engineId) : [engineId];
    const changed =
      wanted.length === 0
        ? []
        : await tx
            .update(engines)
            .set({ intervalHours, intervalDays, intervalWords, deadlineStale: true })
            .where(and(eq(engines.shopId, shopId), inArray(engines.id, wanted)))
            .returning({ id: engines.id });
    if (changed.length === 0) throw new Refused("There is no such engine. Go back to the bench.", 404);
    const own = [engineId, ...changed.map((c) => c.id).filter((id) => id !== engineId)].slice(0, DATED_AT_ONCE);
    for (const id of own) await keepDeadline(tx, shopId, id);
  });
}

/** The engines of an engine's name that count in its unit, itself among them. */
async function alikeTo(tx: Database, shopId: string, engineId: string): Promise<string[]> {
  const [own, model] = [alias(engines, "own"), alias(engineModels, "own_model")];
  const rows = await tx
    .select({ id: engines.id })
    .from(own)
    .innerJoin(model, and(eq(model.shopId, own.shopId), eq(model.id, own.modelId)))
    .innerJoin(engineModels, and(eq(engineModels.shopId, own.shopId), eq(engineModels.name, model.name)))
    .innerJoin(
      engines,
      and(
        eq(engines.shopId, own.shopId),
        eq(engines.modelId, engineModels.id),
        eq(engines.counterUnit, own.counterUnit),
      ),
    )
    .where(and(eq(own.shopId, shopId), eq(own.id, engineId)));
  return rows.map((r) => r.id);
}
