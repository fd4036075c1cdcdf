/** Adding to a job's ledger: validated, judged by the core, kept by the database, harmless when repeated. */
import { inArray } from "drizzle-orm";
import { z } from "zod";
import { MAX_LASH_MM } from "@/core/lash/reading";
import { refusal } from "@/core/run/admit";
import type { Entry, KeptEntry } from "@/core/run/entry";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf, rowOf } from "@/db/queries/ledger";
import { entries } from "@/db/schema";
import type { Actor } from "./actor";
import { UUID } from "./http";
import { Refused } from "./refused";

const id = z.string().regex(UUID, "This is not an id.");
const name = z.string().min(1).max(60);
const reason = z.string().trim().min(1, "Give the reason in a few words.").max(300, "Keep the reason within 300 characters.").nullable();
const base = { id, supersedes: id.nullable() };
/** As the database keeps them, so that a repeated entry equals the kept one. */
const sixPlaces = (value: number): number => Math.round(value * 1e6) / 1e6;
const leaf = z.strictObject({
  mm: z.number("A leaf has a thickness.").min(0, "A leaf can't be thinner than nothing.").max(MAX_LASH_MM, `No lash is over ${MAX_LASH_MM} mm: check the unit and read it again.`).transform(sixPlaces),
  text: z.string().min(1).max(60),
});

const entry = z.discriminatedUnion("kind", [
  z.strictObject({ ...base, kind: z.literal("arrived"), stop: name }),
  z.strictObject({ ...base, kind: z.literal("reading"), valve: name, stop: name, pass: z.enum(["as-found", "as-left"]), goes: leaf, noGo: leaf, reason }),
  z.strictObject({ ...base, kind: z.literal("set"), valve: name, stop: name, turns: z.number().min(-50).max(50).transform(sixPlaces).nullable() }),
  z.strictObject({ ...base, kind: z.literal("left"), valve: name, reading: id, reason }),
  z.strictObject({ ...base, kind: z.literal("withdrawn"), supersedes: id }),
  z.strictObject({ ...base, kind: z.literal("closed") }),
]);

/** Entries that belong together: all are kept, or none. */
export const recordInput = z.strictObject({ entries: z.array(entry).min(1).max(50) });
export type Record = z.infer<typeof recordInput>;

/** Adds the entries and gives the job's ledger as it then stands. @throws Refused with the reason */
export async function record(db: Database, actor: Actor, jobId: string, input: Record, at?: Date): Promise<KeptEntry[]> {
  if (!UUID.test(jobId)) throw noSuchJob();
  const found = await findJob(db, actor.shopId, jobId);
  if (found === null) throw noSuchJob();
  return db.transaction(async (tx) => {
    await holdJob(tx, jobId);
    const kept: Entry[] = await ledgerOf(tx as unknown as Database, jobId);
    const fresh = await newOnes(tx as unknown as Database, kept, input.entries);
    for (const next of fresh) {
      const why = refusal(found.job, kept, next);
      if (why !== null) throw new Refused(why, 409);
      kept.push(next);
      await tx.insert(entries).values({
        ...rowOf(next), shopId: actor.shopId, jobId, seq: kept.length, personId: actor.person.id,
        ...(at === undefined ? {} : { at }),
      });
    }
    return ledgerOf(tx as unknown as Database, jobId);
  });
}

/** The ledger of a job of the shop. @throws Refused when there is no such job */
export async function readLedger(db: Database, shopId: string, jobId: string): Promise<KeptEntry[]> {
  if (!UUID.test(jobId) || (await findJob(db, shopId, jobId)) === null) throw noSuchJob();
  return ledgerOf(db, jobId);
}

/** What the ledger does not hold yet. An id that was used for something else is refused. */
async function newOnes(db: Database, kept: readonly Entry[], sent: readonly Entry[]): Promise<Entry[]> {
  const here = new Map(kept.map((e) => [e.id, e]));
  const fresh = sent.filter((e) => !here.has(e.id));
  for (const e of sent) {
    const old = here.get(e.id);
    if (old !== undefined && !same(old, e)) throw clash();
  }
  if (fresh.length === 0) return fresh;
  const elsewhere = await db.select({ id: entries.id }).from(entries).where(inArray(entries.id, fresh.map((e) => e.id)));
  if (elsewhere.length > 0 || new Set(fresh.map((e) => e.id)).size < fresh.length) throw clash();
  return fresh;
}

const same = (old: Entry, sent: Entry): boolean => JSON.stringify(rowOf(old)) === JSON.stringify(rowOf(sent));
const clash = (): Refused => new Refused("This entry's id is used by another entry. Make the entry again.", 409);
const noSuchJob = (): Refused => new Refused("There is no such job. It may have been opened in another shop, or the address is mistyped. Go back to the bench.", 404);
