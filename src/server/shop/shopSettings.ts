/** What a shop sets for itself. */
import { and, eq } from "drizzle-orm";
import { z } from "zod";
import { MAX_CAUTION_DAYS } from "@/core/job/setup/caution";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import { MAX_QUIET_MINUTES } from "@/core/shop/quiet";
import { CURRENCIES } from "@/core/units/money";
import { PAPERS } from "@/core/units/paper";
import { TEMPERATURE_UNITS, type TemperatureUnit } from "@/core/units/temperature";
import { TYPED_UNITS, type TypedUnit } from "@/core/units/typedLength";
import type { Database } from "@/db/connect";
import { people, shops } from "@/db/schema";
import type { Actor, Viewer } from "../http/who";
import { Refused } from "../http/refused";
import { nameText } from "./begin";

const wait = z
  .number("Give whole minutes.")
  .int("Give whole minutes.")
  .min(1, "The wait lies between 1 and 240 minutes.")
  .max(240, "The wait lies between 1 and 240 minutes.");

const days = "Days lie between 0 (each caution by itself, always) and 366.";

const quiet = `Minutes lie between 0 (it never asks) and ${MAX_QUIET_MINUTES}.`;

const RISK = "The risk lies between 0.1 and 50 percent.";

/** What is changed; what is left out stays. */
export const settingsInput = z
  .strictObject({
    usual: wait.optional(),
    cold: wait.optional(),
    always: z.boolean().optional(),
    lengthUnit: z.enum(TYPED_UNITS, "Choose mm or inches.").optional(),
    currency: z.enum(CURRENCIES, "Choose a currency of the list.").optional(),
    temperatureUnit: z.enum(TEMPERATURE_UNITS, "Choose °C or °F.").optional(),
    paper: z.enum(PAPERS, "Choose a paper of the list.").optional(),
    riskPercent: z.number(RISK).min(0.1, RISK).max(50, RISK).optional(),
    name: nameText("Give the shop a name.").optional(),
    quietMinutes: z.number(quiet).int(quiet).min(0, quiet).max(MAX_QUIET_MINUTES, quiet).optional(),
    cautionDays: z.number(days).int(days).min(0, days).max(MAX_CAUTION_DAYS, days).optional(),
  })
  .refine((settings) => Object.values(settings).some((value) => value !== undefined), "Say what is to be changed.");
export type ShopSettings = z.infer<typeof settingsInput>;

/** How long this shop lets squeezed lifters bleed down. @throws Refused when there is no such shop */
export async function bleedOf(db: Database, shopId: string): Promise<BleedMinutes> {
  const [shop] = await db
    .select({ usual: shops.bleedMinutes, cold: shops.bleedColdMinutes, always: shops.bleedAlways })
    .from(shops)
    .where(eq(shops.id, shopId));
  if (shop === undefined) throw new Refused("There is no such shop.", 404);
  return shop;
}

/** For how many days one tap confirms again what was confirmed. @throws Refused when there is no such shop */
export async function cautionDaysOf(db: Database, shopId: string): Promise<number> {
  const [shop] = await db.select({ days: shops.cautionDays }).from(shops).where(eq(shops.id, shopId));
  if (shop === undefined) throw new Refused("There is no such shop.", 404);
  return shop.days;
}

/** In what temperatures are told in this shop. @throws Refused when there is no such shop */
export async function temperatureUnitOf(db: Database, shopId: string): Promise<TemperatureUnit> {
  const [shop] = await db.select({ unit: shops.temperatureUnit }).from(shops).where(eq(shops.id, shopId));
  if (shop === undefined) throw new Refused("There is no such shop.", 404);
  return shop.unit;
}

/** After how many minutes a shared device asks who is at work. @throws Refused when there is no such shop */
export async function quietMinutesOf(db: Database, shopId: string): Promise<number> {
  const [shop] = await db.select({ minutes: shops.quietMinutes }).from(shops).where(eq(shops.id, shopId));
  if (shop === undefined) throw new Refused("There is no such shop.", 404);
  return shop.minutes;
}

/** In what lengths are typed in this shop, and by this person where they chose for themselves. @throws Refused when there is no such shop */
export async function unitsOf(
  db: Database,
  { shopId, person }: Viewer,
): Promise<{ shop: TypedUnit; mine?: TypedUnit | null }> {
  const [found] = await db
    .select({ shop: shops.lengthUnit, mine: people.lengthUnit })
    .from(shops)
    .leftJoin(people, and(eq(people.shopId, shops.id), eq(people.id, person?.id ?? shops.id)))
    .where(eq(shops.id, shopId));
  if (found === undefined) throw new Refused("There is no such shop.", 404);
  return { shop: found.shop, ...(person === null ? {} : { mine: found.mine }) };
}

/** Changes a setting for jobs that are opened from now on. */
export async function changeSettings(
  db: Database,
  actor: Actor,
  { usual, cold, always, riskPercent, ...same }: ShopSettings,
): Promise<void> {
  await db
    .update(shops)
    .set({
      ...(usual === undefined ? {} : { bleedMinutes: usual }),
      ...(cold === undefined ? {} : { bleedColdMinutes: cold }),
      ...(always === undefined ? {} : { bleedAlways: always }),
      ...(riskPercent === undefined ? {} : { risk: riskPercent / 100 }),
      ...same,
    })
    .where(eq(shops.id, actor.shopId));
}
