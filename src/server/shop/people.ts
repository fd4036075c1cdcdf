/** The people of the shop, and how each of them feels a leaf. */
import { and, eq } from "drizzle-orm";
import { z } from "zod";
import { SCHOOLS, type School } from "@/core/lash/school";
import type { Database } from "@/db/connect";
import { people } from "@/db/schema";
import type { Actor } from "../http/actor";

export const schoolInput = z.strictObject({ school: z.enum(SCHOOLS, "Choose how you feel a leaf.") });

/** Says how this person feels a leaf from now on; readings made before keep theirs. */
export async function setSchool(db: Database, { shopId, person }: Actor, school: School): Promise<void> {
  await db
    .update(people)
    .set({ school })
    .where(and(eq(people.shopId, shopId), eq(people.id, person.id)));
}
