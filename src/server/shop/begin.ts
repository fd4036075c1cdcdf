/** The first shop of a database, and who is taken into it. */
import { and, eq, sql } from "drizzle-orm";
import { z } from "zod";
import { hashPassword } from "better-auth/crypto";
import { SCHOOLS } from "@/core/lash/school";
import { signInName } from "@/core/shop/signInName";
import { CURRENCIES } from "@/core/units/money";
import { DEFAULT_PAPER, PAPERS } from "@/core/units/paper";
import { DEFAULT_TEMPERATURE_UNIT, TEMPERATURE_UNITS } from "@/core/units/temperature";
import { TYPED_UNITS } from "@/core/units/typedLength";
import type { Database } from "@/db/connect";
import { PERSON_ROLES } from "@/core/shop/person";
import { people } from "@/db/schema";
import { isRefusedBy, isTaken } from "@/db/sqlStates";
import type { Actor } from "../http/who";
import { idInput } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import { newPassword } from "../signIn/proof";

export const nameText = (missing: string) =>
  z.string().trim().min(1, missing).max(60, "Keep it within 60 characters.");
const school = z.enum(SCHOOLS, "Choose how you feel a leaf.");

export const beginInput = z.strictObject({
  shopId: idInput,
  personId: idInput,
  shopName: nameText("Give the shop a name."),
  name: nameText("Say who you are."),
  school,
  lengthUnit: z.enum(TYPED_UNITS, "Choose mm or inches."),
  currency: z.enum(CURRENCIES, "Choose a currency of the list."),
  temperatureUnit: z.enum(TEMPERATURE_UNITS, "Choose °C or °F.").default(DEFAULT_TEMPERATURE_UNIT),
  paper: z.enum(PAPERS, "Choose a paper of the list.").default(DEFAULT_PAPER),
  password: newPassword,
});
export type Begin = z.infer<typeof beginInput>;

/** Whether this database has a shop. */
export async function hasShop(db: Database): Promise<boolean> {
  const { rows } = await db.execute(sql`select 1 from first_shop()`);
  return rows.length > 0;
}

/** Begins the first shop with its lead. Sent twice, it is begun once. @throws Refused when there is another */
export async function beginShop(db: Database, b: Begin): Promise<void> {
  // Only the first is kept: nobody makes the server hash for nothing.
  const hash = (await hasShop(db)) ? "" : await hashPassword(b.password);
  await db
    .execute(
      sql`select begin_shop(${b.shopId}, ${b.shopName}, ${b.lengthUnit}, ${b.currency}, ${b.temperatureUnit}, ${b.paper}, ${b.personId}, ${b.name}, ${b.school}, ${signInName(b.name)}, ${hash})`,
    )
    .catch((error: unknown) => {
      if (!isRefusedBy(error, "begunAlready")) throw error;
      throw new Refused("There is a shop here already: sign in, or ask its lead to take you in.", 409);
    });
}

export const takeInInput = z.strictObject({
  id: idInput,
  name: nameText("Give a name."),
  role: z.enum(PERSON_ROLES, "Say what they do here."),
  school,
});

/** A lead takes somebody into the shop. Sent twice, it counts once. @throws Refused for whoever is no lead, and a name that is there */
export async function takeIn(db: Database, actor: Actor, input: z.infer<typeof takeInInput>): Promise<void> {
  const { id, name, role, school: feel } = input;
  await once(db, actor, { what: "person", id, input }, async (tx) => {
    const [namesake] = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.shopId, actor.shopId), eq(people.name, name)));
    if (namesake !== undefined)
      throw new Refused("Somebody of this name is in the shop: add what tells them apart.", 409, "name");
    await tx.execute(
      sql`select take_in(${actor.shopId}, ${actor.person.id}, ${id}, ${name}, ${role}, ${feel}, ${signInName(name)})`,
    );
  }).catch((error: unknown) => {
    if (isRefusedBy(error, "notByLead")) throw new Refused("Only a lead takes people into the shop.", 403);
    if (isTaken(error, "users_name_once"))
      throw new Refused("Somebody signs in by this name already: add what tells them apart.", 409, "name");
    throw error;
  });
}
