/** The people of the shop: how each of them feels a leaf, and types lengths. */
import { and, eq } from "drizzle-orm";
import { z } from "zod";
import { SCHOOLS } from "@/core/lash/school";
import { TYPED_UNITS } from "@/core/units/typedLength";
import type { Database } from "@/db/connect";
import { people } from "@/db/schema";
import type { Actor } from "../http/actor";

export const habitsInput = z
  .strictObject({
    school: z.enum(SCHOOLS, "Choose how you feel a leaf.").optional(),
    lengthUnit: z.enum(TYPED_UNITS, "Choose mm or inches.").nullable().optional(),
  })
  .refine((habits) => Object.values(habits).some((value) => value !== undefined), "Say what is to be changed.");
export type Habits = z.infer<typeof habitsInput>;

/** Says how this person feels a leaf and types lengths from now on; what was read before stays as it is. */
export async function setHabits(
  db: Database,
  { shopId, person }: Actor,
  { school, lengthUnit }: Habits,
): Promise<void> {
  await db
    .update(people)
    .set({ ...(school === undefined ? {} : { school }), ...(lengthUnit === undefined ? {} : { lengthUnit }) })
    .where(and(eq(people.shopId, shopId), eq(people.id, person.id)));
}
