/** Owners and customers: who may look at an engine without working in the shop, and what they see of it. */
import { and, asc, desc, eq, isNull } from "drizzle-orm";
import { z } from "zod";
import type { ViewerLine } from "@/core/shop/person";
import type { Database } from "@/db/connect";
import { engineModels, engineViewers, engines, entries, jobs, jobsInHand, people } from "@/db/schema";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";
import type { Actor, Viewer } from "../http/who";

const ofShop = (shopId: string) =>
  and(eq(people.shopId, shopId), eq(people.role, "viewer"), isNull(people.retiredAt));

/** Everybody who only looks, and whether at this engine. */
export async function viewersOf(db: Database, shopId: string, engineId: string): Promise<ViewerLine[]> {
  const all = await db
    .select({ id: people.id, name: people.name, looks: engineViewers.engineId })
    .from(people)
    .leftJoin(
      engineViewers,
      and(
        eq(engineViewers.shopId, people.shopId),
        eq(engineViewers.personId, people.id),
        eq(engineViewers.engineId, engineId),
      ),
    )
    .where(ofShop(shopId))
    .orderBy(asc(people.name));
  return all.map(({ looks, ...who }) => ({ ...who, looks: looks !== null }));
}

export const setViewersInput = z.strictObject({ people: z.array(idInput).max(50) });

/** Who may look at an engine from now on. @throws Refused */
export async function setViewers(
  db: Database,
  { shopId }: Actor,
  engineId: string,
  { people: wanted }: z.infer<typeof setViewersInput>,
): Promise<void> {
  const [engine] = isId(engineId)
    ? await db
        .select({ id: engines.id })
        .from(engines)
        .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)))
    : [];
  if (engine === undefined) throw new Refused("There is no such engine in this shop.", 404);
  const known = new Set((await viewersOf(db, shopId, engineId)).map((v) => v.id));
  if (wanted.some((id) => !known.has(id)))
    throw new Refused("One of them does not look at engines here: a lead takes them in as an owner first.", 422);
  await db.transaction(async (tx) => {
    await tx.delete(engineViewers).where(and(eq(engineViewers.shopId, shopId), eq(engineViewers.engineId, engineId)));
    if (wanted.length > 0)
      await tx.insert(engineViewers).values([...new Set(wanted)].map((personId) => ({ shopId, engineId, personId })));
  });
}

/** Staff look at every engine; whoever only looks, at theirs. @throws Refused */
export async function mustSee(db: Database, { shopId, person }: Viewer, engineId: string): Promise<void> {
  if (person?.role !== "viewer") return;
  const [theirs] = await db
    .select({ id: engineViewers.engineId })
    .from(engineViewers)
    .where(
      and(
        eq(engineViewers.shopId, shopId),
        eq(engineViewers.engineId, engineId),
        eq(engineViewers.personId, person.id),
      ),
    );
  if (theirs === undefined) throw new Refused("This is not for you to see.", 404);
}

export interface OwnEngine {
  readonly id: string;
  readonly name: string;
  readonly serial: string | null;
  /** Finished ones, the newest first. */
  readonly sheets: readonly { readonly jobId: string; readonly closedAt: Date }[];
}

/** The engines that somebody may look at, by name, each with its finished sheets. */
export async function ownEngines(db: Database, { shopId, person }: Viewer): Promise<OwnEngine[]> {
  if (person === null) return [];
  const theirs = await db
    .select({ id: engines.id, name: engineModels.name, serial: engines.serial })
    .from(engineViewers)
    .innerJoin(engines, and(eq(engines.shopId, engineViewers.shopId), eq(engines.id, engineViewers.engineId)))
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .where(and(eq(engineViewers.shopId, shopId), eq(engineViewers.personId, person.id)))
    .orderBy(asc(engineModels.name), asc(engines.serial));
  const closed = await db
    .select({ engineId: jobs.engineId, jobId: jobs.id, closedAt: entries.at })
    .from(engineViewers)
    .innerJoin(jobs, and(eq(jobs.shopId, engineViewers.shopId), eq(jobs.engineId, engineViewers.engineId)))
    .innerJoin(entries, and(eq(entries.shopId, jobs.shopId), eq(entries.jobId, jobs.id), eq(entries.kind, "closed")))
    .leftJoin(jobsInHand, and(eq(jobsInHand.shopId, jobs.shopId), eq(jobsInHand.jobId, jobs.id)))
    .where(and(eq(engineViewers.shopId, shopId), eq(engineViewers.personId, person.id), isNull(jobsInHand.jobId)))
    .orderBy(desc(entries.at));
  return theirs.map((engine) => ({ ...engine, sheets: closed.filter((c) => c.engineId === engine.id) }));
}
