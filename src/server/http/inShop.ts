/**
 * The database as the shop of whoever asks sees it, together with them, as most of what is done for a request wants
 * them: spread before the rest. Each names what is to be done, and whoever may not do it gets no further.
 */
import type { Permission } from "@/core/shop/permission";
import { database, type Database, ofShop } from "@/db/connect";
import { actor, viewer } from "./actor";
import type { Actor, PageViewer } from "./who";

/** @throws Refused when nobody is signed in, or this is not theirs to do */
export async function asActor(what: Permission): Promise<[Database, Actor]> {
  const seen = await actor(what);
  return [ofShop(database(), seen.shopId), seen];
}

/** @throws Refused as above */
export async function asViewer(what: Permission): Promise<[Database, PageViewer]> {
  const seen = await viewer(what);
  return [ofShop(database(), seen.shopId), seen];
}

/** @throws Refused as above */
export async function inShop(what: Permission): Promise<[Database, string]> {
  const [db, { shopId }] = await asViewer(what);
  return [db, shopId];
}

/** For whoever is in no shop yet: it shows no row of any. */
export const asAnybody = (): Database => database();
