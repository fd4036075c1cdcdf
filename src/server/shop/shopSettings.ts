/** What a shop sets for itself. */
import { eq } from "drizzle-orm";
import { z } from "zod";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import type { Database } from "@/db/connect";
import { shops } from "@/db/schema";
import type { Actor } from "../http/actor";
import { Refused } from "../http/refused";

const wait = z
  .number("Give whole minutes.")
  .int("Give whole minutes.")
  .min(1, "The wait lies between 1 and 240 minutes.")
  .max(240, "The wait lies between 1 and 240 minutes.");

export const bleedInput = z.strictObject({ usual: wait, cold: wait });

/** How long this shop lets squeezed lifters bleed down. @throws Refused when there is no such shop */
export async function bleedOf(db: Database, shopId: string): Promise<BleedMinutes> {
  const [shop] = await db
    .select({ usual: shops.bleedMinutes, cold: shops.bleedColdMinutes })
    .from(shops)
    .where(eq(shops.id, shopId));
  if (shop === undefined) throw new Refused("There is no such shop.", 404);
  return shop;
}

/** Changes the waits of jobs that are opened from now on. */
export async function setBleed(db: Database, actor: Actor, { usual, cold }: BleedMinutes): Promise<void> {
  await db.update(shops).set({ bleedMinutes: usual, bleedColdMinutes: cold }).where(eq(shops.id, actor.shopId));
}
