/** What was made at an engine and came too late for its ledger: kept, shown to the shop, and dealt with by a person. */
import { and, asc, eq, isNull } from "drizzle-orm";
import { z } from "zod";
import type { Entry } from "@/core/job/ledger/entry";
import { DEALT_WITH, type Dealt, type RefusedBatch } from "@/core/job/ledger/refused";
import type { Database } from "@/db/connect";
import { jobs, refusedBatches, refusedDealt } from "@/db/schema";
import type { Actor } from "../http/who";
import { isId } from "../http/id";
import { Refused } from "../http/refused";

const isDealtWith = and(eq(refusedDealt.shopId, refusedBatches.shopId), eq(refusedDealt.batchId, refusedBatches.id));

type Row = typeof refusedBatches.$inferSelect;

const batchOf = ({ id, jobId, personName, madeAt, why, entries }: Row): RefusedBatch => ({
  id,
  jobId,
  person: personName,
  madeAt: madeAt.toISOString(),
  why,
  entries,
});

interface Came {
  readonly entries: readonly Entry[];
  readonly madeAt: string;
  readonly why: string;
}

/** Keeps what the ledger did not take. The same batch refused again stands once. */
export async function keepRefused(db: Database, actor: Actor, jobId: string, came: Came): Promise<void> {
  const [first] = came.entries;
  if (first === undefined) return;
  await db
    .insert(refusedBatches)
    .values({
      id: first.id,
      shopId: actor.shopId,
      jobId,
      personId: actor.person.id,
      madeAt: new Date(came.madeAt),
      why: came.why.slice(0, 1000),
      entries: came.entries,
    })
    .onConflictDoNothing({ target: [refusedBatches.shopId, refusedBatches.id] });
}

/** What nobody has dealt with yet at a job, in the order in which it came. */
export async function refusedOf(db: Database, shopId: string, jobId: string): Promise<RefusedBatch[]> {
  const rows = await db
    .select({ batch: refusedBatches })
    .from(refusedBatches)
    .leftJoin(refusedDealt, isDealtWith)
    .where(and(eq(refusedBatches.shopId, shopId), eq(refusedBatches.jobId, jobId), isNull(refusedDealt.batchId)))
    .orderBy(asc(refusedBatches.at));
  return rows.map((r) => batchOf(r.batch));
}

/** As many as are looked through at once. */
const MOST_SHOWN = 200;

/** What nobody has dealt with yet in the shop, with the name of its engine, the oldest first. */
export async function refusedInShop(
  db: Database,
  shopId: string,
): Promise<(RefusedBatch & { readonly engine: string })[]> {
  const rows = await db
    .select({ batch: refusedBatches, file: jobs.engineFile })
    .from(refusedBatches)
    .innerJoin(jobs, and(eq(jobs.shopId, refusedBatches.shopId), eq(jobs.id, refusedBatches.jobId)))
    .leftJoin(refusedDealt, isDealtWith)
    .where(and(eq(refusedBatches.shopId, shopId), isNull(refusedDealt.batchId)))
    .orderBy(asc(refusedBatches.at))
    .limit(MOST_SHOWN);
  return rows.map((r) => ({ ...batchOf(r.batch), engine: r.file.name }));
}

/** All that a job did not take, and what became of each. */
export async function refusedHistory(
  db: Database,
  shopId: string,
  jobId: string,
): Promise<{ readonly batch: RefusedBatch; readonly dealt: Dealt | null }[]> {
  const rows = await db
    .select({ batch: refusedBatches, dealt: refusedDealt })
    .from(refusedBatches)
    .leftJoin(refusedDealt, isDealtWith)
    .where(and(eq(refusedBatches.shopId, shopId), eq(refusedBatches.jobId, jobId)))
    .orderBy(asc(refusedBatches.at));
  return rows.map(({ batch, dealt }) => ({
    batch: batchOf(batch),
    dealt:
      dealt === null
        ? null
        : { how: dealt.how, person: dealt.personName, at: dealt.at.toISOString(), reason: dealt.reason },
  }));
}

export const dealInput = z
  .strictObject({
    how: z.enum(DEALT_WITH, "Say what is done with it."),
    reason: z.string().trim().max(300, "Keep it within 300 characters.").default(""),
  })
  .refine((d) => d.how !== "dropped" || d.reason !== "", { path: ["reason"], message: "Say why it is dropped." });
export type DealInput = z.infer<typeof dealInput>;

/** Says what is done with a batch. Dealt with once: whoever comes second is told. @throws Refused */
export async function deal(db: Database, actor: Actor, batchId: string, { how, reason }: DealInput): Promise<void> {
  const own = and(eq(refusedBatches.shopId, actor.shopId), eq(refusedBatches.id, batchId));
  const [found] = isId(batchId) ? await db.select({ id: refusedBatches.id }).from(refusedBatches).where(own) : [];
  if (found === undefined) throw new Refused("There is nothing like that to deal with: look at the list again.", 404);
  const made = { how, reason: reason === "" ? null : reason };
  const [kept] = await db
    .insert(refusedDealt)
    .values({ batchId, shopId: actor.shopId, personId: actor.person.id, ...made })
    .onConflictDoNothing({ target: [refusedDealt.shopId, refusedDealt.batchId] })
    .returning();
  if (kept !== undefined) return;
  const [before] = await db
    .select()
    .from(refusedDealt)
    .where(and(eq(refusedDealt.shopId, actor.shopId), eq(refusedDealt.batchId, batchId)));
  if (before?.personId !== actor.person.id || before.how !== how || before.reason !== made.reason)
    throw new Refused(`${before?.personName ?? "Somebody"} has dealt with this already.`, 409);
}
