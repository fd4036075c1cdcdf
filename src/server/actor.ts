/** Who acts, and for which shop: the one place where every server entry point learns it. */
import { and, asc, eq } from "drizzle-orm";
import { cookies } from "next/headers";
import type { Person } from "@/core/shop/person";
import { database } from "@/db/connect";
import { people, shops } from "@/db/schema";
import { Refused } from "./refused";

export interface Viewer {
  readonly shopId: string;
  readonly shopName: string;
  /** Null until somebody says on the bench that they are at work. */
  readonly person: Person | null;
}
export interface Actor extends Viewer {
  readonly person: Person;
}

/** Until there is sign-in, a cookie remembers who was chosen on the bench of this device. */
export const PERSON_COOKIE = "fulcrata_person";

/** The shop, and the person at work if there is one. */
export async function viewer(): Promise<Viewer> {
  const db = database();
  const [shop] = await db.select().from(shops).limit(1);
  if (shop === undefined) throw new Refused("There is no shop in this database yet. Start the app with npm run demo.", 404);
  const chosen = (await cookies()).get(PERSON_COOKIE)?.value ?? "";
  const person = /^[0-9a-f-]{36}$/.test(chosen)
    ? (await db.select().from(people).where(and(eq(people.shopId, shop.id), eq(people.id, chosen))))[0]
    : undefined;
  return { shopId: shop.id, shopName: shop.name, person: person ?? null };
}

/** The person who acts. @throws Refused when nobody was chosen. */
export async function actor(): Promise<Actor> {
  const seen = await viewer();
  if (seen.person === null) throw new Refused("Say who is at work first: choose your name at the top.", 401);
  return { ...seen, person: seen.person };
}

/** Everybody in the shop, by name. */
export async function listPeople(shopId: string): Promise<Person[]> {
  return database().select({ id: people.id, name: people.name, role: people.role }).from(people).where(eq(people.shopId, shopId)).orderBy(asc(people.name));
}
