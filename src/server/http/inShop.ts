/**
 * The database together with whoever asks, as most of what is done for a request wants them: spread before the rest. Each
 * names what is to be done, and whoever may not do it gets no further.
 */
import type { Permission } from "@/core/shop/permission";
import { database, type Database } from "@/db/connect";
import { actor, viewer } from "./actor";
import type { Actor, PageViewer } from "./who";

/** @throws Refused when nobody is signed in, or this is not theirs to do */
export const asActor = async (what: Permission): Promise<[Database, Actor]> => [database(), await actor(what)];

/** @throws Refused as above */
export const asViewer = async (what: Permission): Promise<[Database, PageViewer]> => [database(), await viewer(what)];

/** @throws Refused as above */
export const inShop = async (what: Permission): Promise<[Database, string]> => [
  database(),
  (await viewer(what)).shopId,
];

/** For whoever is in no shop yet. */
export const asAnybody = (): Database => database();
