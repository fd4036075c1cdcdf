/** Who acts, and for which shop: the one place where every server entry point learns it. */
import { and, asc, eq, isNull, ne } from "drizzle-orm";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import type { Permission } from "@/core/shop/permission";
import type { Person } from "@/core/shop/person";
import type { Database } from "@/db/connect";
import { people } from "@/db/schema";
import { demoHere, sessionHere } from "../signIn/session";
import { asking } from "./log";
import { nobodyAtWork, permit } from "./permit";
import { Refused } from "./refused";
import type { Actor, PageViewer } from "./who";

/** Where an owner or customer looks at their engines. */
const OWN_ENGINES = "/yours";

/** A page leads to where one can go on; a command says so. @throws Refused, or what leads a page elsewhere */
async function elsewhere(path: string, sentence: string, status: 401 | 404): Promise<never> {
  if (asking.getStore() !== undefined) throw new Refused(sentence, status);
  const from = (await headers()).get("x-path") ?? "/";
  redirect(path === "/sign-in" && from !== "/" ? `${path}?back=${encodeURIComponent(from)}` : path);
}

/** Who looks, by the headers of what is asked: a page is made of parts that each want to know. */
const known = new WeakMap<object, Promise<PageViewer>>();

async function whoLooks(): Promise<PageViewer> {
  const asked = await headers();
  const before = known.get(asked);
  if (before !== undefined) return before;
  const seen = findOut();
  known.set(asked, seen);
  return seen;
}

/** @throws Refused when nobody is signed in */
async function findOut(): Promise<PageViewer> {
  const seen = (await sessionHere()) ?? (await demoHere());
  if (seen === "not begun")
    return elsewhere("/begin", "There is no shop here yet: begin one on the first page.", 404);
  if (seen === null)
    return elsewhere(
      "/sign-in",
      "You are signed out. What you entered is still here: sign in, and send it again.",
      401,
    );
  const { shop, person, device } = seen;
  const asked = asking.getStore();
  if (asked !== undefined) Object.assign(asked, { shopId: shop.id, personId: person?.id });
  return {
    shopId: shop.id,
    shopName: shop.name,
    madeUp: shop.madeUp,
    person,
    unit: person?.lengthUnit ?? shop.lengthUnit,
    ways: { currency: shop.currency, temperatureUnit: shop.temperatureUnit, paper: shop.paper },
    device: device === null ? null : { name: device.name, quietMinutes: shop.quietMinutes },
  };
}

/** The shop, and the person at work. @throws Refused when nobody is signed in, or this is not theirs to do */
export async function viewer(what: Permission): Promise<PageViewer> {
  const seen = await whoLooks();
  // A page that is not theirs leads an owner to what is.
  if (what === "see" && seen.person?.role === "viewer" && asking.getStore() === undefined) redirect(OWN_ENGINES);
  permit(seen, what);
  return seen;
}

/** The person who acts. @throws Refused when nobody is signed in, or this is not theirs to do */
export async function actor(what: Permission): Promise<Actor> {
  const seen = await viewer(what);
  const { person } = seen;
  if (person === null) throw nobodyAtWork();
  return { ...seen, person };
}

/** Everybody who works in the shop, by name; not those who only look. */
export async function listPeople(db: Database, shopId: string): Promise<Person[]> {
  return db
    .select({ id: people.id, name: people.name, role: people.role, school: people.school })
    .from(people)
    .where(and(eq(people.shopId, shopId), ne(people.role, "viewer"), isNull(people.retiredAt)))
    .orderBy(asc(people.name));
}
