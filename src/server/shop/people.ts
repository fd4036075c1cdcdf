/** The people of the shop: how each of them feels a leaf, and types lengths. */
import { and, asc, eq, isNotNull, sql } from "drizzle-orm";
import { z } from "zod";
import { SCHOOLS } from "@/core/lash/school";
import { PERSON_ROLES, type PersonLine } from "@/core/shop/person";
import { TYPED_UNITS } from "@/core/units/typedLength";
import type { Database } from "@/db/connect";
import { accounts, people, pins } from "@/db/schema";
import { isRefusedBy, isTaken } from "@/db/sqlStates";
import { foretellAnew } from "../record/gauge";
import { Refused } from "../http/refused";
import { isId } from "../http/id";
import type { Actor } from "../http/who";
import { nameText } from "./begin";

export const habitsInput = z
  .strictObject({
    school: z.enum(SCHOOLS, "Choose how you feel a leaf.").optional(),
    lengthUnit: z.enum(TYPED_UNITS, "Choose mm or inches.").nullable().optional(),
    /** Whether what gauge studies found of this hand is used where it reads. */
    handCounts: z.boolean().optional(),
    /** Whether what gaps on the screen showed of it is used, until a study tells. */
    screenCounts: z.boolean().optional(),
  })
  .refine((habits) => Object.values(habits).some((value) => value !== undefined), "Say what is to be changed.");
export type Habits = z.infer<typeof habitsInput>;

/** Says how this person feels a leaf and types lengths from now on; what was read before stays as it is. */
export async function setHabits(db: Database, { shopId, person }: Actor, habits: Habits): Promise<void> {
  const { school, lengthUnit, handCounts, screenCounts } = habits;
  await db.transaction(async (tx) => {
    await tx
      .update(people)
      .set({
        ...(school === undefined ? {} : { school }),
        ...(lengthUnit === undefined ? {} : { lengthUnit }),
        ...(handCounts === undefined ? {} : { handCounts }),
        ...(screenCounts === undefined ? {} : { screenCounts }),
      })
      .where(and(eq(people.shopId, shopId), eq(people.id, person.id)));
    if (handCounts !== undefined || screenCounts !== undefined) await foretellAnew(tx as unknown as Database, shopId);
  });
}

export const changePersonInput = z.strictObject({
  name: nameText("Give a name."),
  role: z.enum(PERSON_ROLES, "Say what they do here."),
  gone: z.boolean(),
});

/** A lead changes somebody's name or role, or says that they work here no more. What they did stays theirs. @throws Refused */
export async function changePerson(
  db: Database,
  { shopId, person }: Actor,
  id: string,
  { name, role, gone }: z.infer<typeof changePersonInput>,
): Promise<void> {
  const nobody = new Refused("There is nobody of this kind in the shop.", 404);
  if (!isId(id)) throw nobody;
  await db
    .execute(sql`select change_person(${shopId}, ${person.id}, ${id}, ${name}, ${role}, ${gone})`)
    .catch((error: unknown) => {
      if (isRefusedBy(error, "notByLead")) throw new Refused("Only a lead changes who is in the shop.", 403);
      if (isRefusedBy(error, "nobodyHere")) throw nobody;
      if (isRefusedBy(error, "lastLead"))
        throw new Refused("A shop has a lead: make somebody else lead first.", 409, "role");
      if (isTaken(error, "people_name_once"))
        throw new Refused("Somebody of this name is in the shop: add what tells them apart.", 409, "name");
      throw error;
    });
}

/** Everybody who was ever taken in, those who are gone last. */
export async function everybody(db: Database, shopId: string): Promise<PersonLine[]> {
  const all = await db
    .select({ person: people, account: accounts.id, pin: pins.personId })
    .from(people)
    .leftJoin(accounts, and(eq(accounts.userId, people.userId), isNotNull(accounts.password)))
    .leftJoin(pins, and(eq(pins.shopId, people.shopId), eq(pins.personId, people.id)))
    .where(eq(people.shopId, shopId))
    .orderBy(sql`${people.retiredAt} is not null`, asc(people.name));
  return all.map(({ person: { id, name, role, school, retiredAt }, account, pin }) => ({
    id,
    name,
    role,
    school,
    gone: retiredAt !== null,
    signsIn: account !== null,
    hasPin: pin !== null,
  }));
}
