/** Who acts, and for which shop: the one place where every server entry point learns it. */
import { and, asc, eq } from "drizzle-orm";
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import type { NextResponse } from "next/server";
import type { Person } from "@/core/shop/person";
import { database } from "@/db/connect";
import { people, shops } from "@/db/schema";
import type { Currency } from "@/core/units/money";
import type { TypedUnit } from "@/core/units/typedLength";
import { isId } from "./id";
import { asking } from "./log";
import { Refused } from "./refused";

export interface Viewer {
  readonly shopId: string;
  readonly shopName: string;
  /** Null until somebody says on the bench that they are at work. */
  readonly person: Person | null;
}
/** A viewer with what a page wants to know besides. */
export interface PageViewer extends Viewer {
  /** In what lengths are typed where no engine says otherwise: the person's, or the shop's. */
  readonly unit: TypedUnit;
  /** In what the shop's prices are. */
  readonly currency: Currency;
}
export interface Actor extends Viewer {
  readonly person: Person;
}

/** Until there is sign-in, a cookie remembers who was chosen on the bench of this device. */
const PERSON_COOKIE = "fulcrata_person";
const YEAR_S = 365 * 24 * 3600;

/** The answer, with who is at work on this device from now on. */
export function atWork(response: NextResponse, personId: string): NextResponse {
  response.cookies.set(PERSON_COOKIE, personId, { httpOnly: true, sameSite: "lax", path: "/", maxAge: YEAR_S });
  return response;
}

const NOBODY = "00000000-0000-0000-0000-000000000000";

/** The shop, and the person at work if there is one. */
export async function viewer(): Promise<PageViewer> {
  const chosen = (await cookies()).get(PERSON_COOKIE)?.value ?? "";
  // Asked with every entry of everybody: one question, not two.
  const [found] = await database()
    .select({ shop: shops, person: people })
    .from(shops)
    .leftJoin(people, and(eq(people.shopId, shops.id), eq(people.id, isId(chosen) ? chosen : NOBODY)))
    .limit(1);
  const asked = asking.getStore();
  if (found === undefined) {
    // A page leads to where one is begun; a command says so.
    if (asked === undefined) redirect("/begin");
    throw new Refused("There is no shop here yet: begin one on the first page.", 404);
  }
  if (asked !== undefined) Object.assign(asked, { shopId: found.shop.id, personId: found.person?.id });
  return {
    shopId: found.shop.id,
    shopName: found.shop.name,
    person: found.person,
    unit: found.person?.lengthUnit ?? found.shop.lengthUnit,
    currency: found.shop.currency,
  };
}

/** The person who acts. @throws Refused when nobody was chosen. */
export async function actor(): Promise<Actor> {
  const seen = await viewer();
  if (seen.person === null) throw new Refused("Say who is at work first: choose your name at the top.", 401);
  return { ...seen, person: seen.person };
}

/** Everybody in the shop, by name. */
export async function listPeople(shopId: string): Promise<Person[]> {
  return database()
    .select({ id: people.id, name: people.name, role: people.role, school: people.school })
    .from(people)
    .where(eq(people.shopId, shopId))
    .orderBy(asc(people.name));
}
