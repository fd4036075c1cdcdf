/** The database together with whoever asks, as most of what is done for a request wants them: spread before the rest. */
import { database, type Database } from "@/db/connect";
import { type Actor, type PageViewer, actor, viewer } from "./actor";

/** @throws Refused when nobody was chosen */
export const asActor = async (): Promise<[Database, Actor]> => [database(), await actor()];

export const asViewer = async (): Promise<[Database, PageViewer]> => [database(), await viewer()];

export const inShop = async (): Promise<[Database, string]> => [database(), (await viewer()).shopId];

/** For whoever is in no shop yet. */
export const asAnybody = (): Database => database();
