/** Adding to a job's ledger: validated, judged by the core, kept by the database, harmless when repeated. */
import { z } from "zod";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import { wordWanted } from "@/core/job/ledger/needsWord";
import { inHandRefusal } from "@/core/job/refuse/inHand";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { entrySchema } from "@/core/job/ledger/entrySchema";
import { type Job, evolve, jobState, refusal } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { type JobRow, findJob } from "@/db/queries/jobs";
import { entryOf, rowOf } from "@/db/queries/entryRows";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { entries } from "@/db/schema";
import type { Actor } from "../http/who";
import { findFeelerSet, setsOfJob } from "../shop/feelerSets";
import { idInput, isId } from "../http/id";
import { NOT_ALLOWED } from "../http/permit";
import { Refused } from "../http/refused";
import { wordOf } from "../signIn/word";
import { closeRecord } from "../record/closeRecord";
import { keepForecast } from "../record/life";
import { keepRefused } from "./refused";

/** Entries that belong together: all are kept, or none. */
export const recordInput = z.strictObject({
  entries: z.array(entrySchema).min(1).max(50),
  /** The last place in the ledger that the sender knows: only what came after it is answered. */
  after: z.int32().min(0).default(0),
  /** Who made them: another than whoever sends them now is refused. Left out: whoever sends them. */
  by: idInput.optional(),
  /** The word of somebody trained, as the shop gave it out; left out: none was given. */
  word: z.string().max(1000).optional(),
  /** When they were made, by the device's clock put right; left out: now. */
  madeAt: z.iso.datetime("Give the time as it is written in ISO 8601.").optional(),
});
export interface Record {
  readonly entries: readonly Entry[];
  readonly after?: number;
  readonly by?: string | undefined;
  readonly madeAt?: string | undefined;
  readonly word?: string | undefined;
}

/** Does what nobody who waits for an answer needs: at once where nothing else is said. */
type Later = (work: () => Promise<void>) => Promise<void> | void;

/** Adds the entries and gives the job's ledger as it then stands, after the place that is known. @throws Refused with the reason */
export async function record(
  db: Database,
  actor: Actor,
  jobId: string,
  input: Record,
  at?: Date,
  later: Later = (work) => work(),
): Promise<KeptEntry[]> {
  if (input.by !== undefined && input.by !== actor.person.id)
    throw new Refused(
      "Somebody else made these entries: they are saved on this device until that person is at work here.",
      403,
    );
  if (!isId(jobId)) throw noSuchJob();
  const found = await findJob(db, actor.shopId, jobId);
  if (found === null) throw noSuchJob();
  const wordBy = input.word === undefined ? null : wordOf(input.word, actor, jobId, Date.now());
  const sets = input.entries.some(isReading) ? await setsInHand(db, actor.shopId, found.row) : [];
  try {
    let closed = false;
    const after = await db.transaction(async (tx) => {
      await holdJob(tx, jobId);
      const kept = await ledgerOf(tx as unknown as Database, actor.shopId, jobId);
      // What is kept already, whatever was asked of it then, is only sent again.
      for (const entry of newOnes(kept, input.entries).filter(isReading)) {
        const why = inHandRefusal(entry, sets);
        if (why !== null) throw new Refused(why, 409);
      }
      await append(tx as unknown as Database, actor, { id: jobId, job: found.job, kept }, input.entries, {
        at,
        madeAt: input.madeAt,
        wordBy,
      });
      if (input.entries.some((e) => e.kind === "closed"))
        closed = await closeRecord(tx as unknown as Database, found, kept);
      return kept.filter((e) => e.seq > (input.after ?? 0));
    });
    if (closed) await later(() => keepForecast(db, actor.shopId, found.row.engineId));
    return after;
  } catch (error) {
    // What a device made at the engine was done there: it stays in sight until somebody has dealt with it.
    const { entries: came, by, madeAt } = input;
    if (error instanceof Refused && by !== undefined && madeAt !== undefined)
      await keepRefused(db, actor, jobId, { entries: came, madeAt, why: error.message });
    throw error;
  }
}

const isReading = ({ kind }: Entry): boolean => kind === "reading" || kind === "loaded-gap";

/** The sets that lie ready in a job, its own first. */
async function setsInHand(db: Database, shopId: string, { id, feelerSetId }: JobRow): Promise<FeelerSet[]> {
  const [own, others] = await Promise.all([
    findFeelerSet(db, shopId, feelerSetId, "all"),
    setsOfJob(db, shopId, id, "all"),
  ]);
  return [...(own === null ? [] : [own]), ...others];
}

/** When entries were made (ISO 8601). `at`, when they were taken, is for the owner alone: to all others the database says it. */
export interface When {
  readonly at?: Date | undefined;
  readonly madeAt?: string | undefined;
  /** Who gave their word, where whoever acts may not alone. */
  readonly wordBy?: string | null;
}

/** Adds to a ledger that is held: judged one by one, and pushed onto `kept` as it is kept. @throws Refused */
export async function append(
  tx: Database,
  actor: Actor,
  { id: jobId, job, kept }: { readonly id: string; readonly job: Job; readonly kept: KeptEntry[] },
  sent: readonly Entry[],
  { at, madeAt, wordBy = null }: When = {},
): Promise<void> {
  let state = jobState(job, kept);
  for (const next of newOnes(kept, sent)) {
    const why = refusal(job, state, next, { personId: actor.person.id, nowMs: (at ?? new Date()).getTime() });
    if (why !== null) throw new Refused(why, 409);
    const what = wordWanted(actor.person.role, [next]);
    if (what !== null && wordBy === null) throw new Refused(NOT_ALLOWED[what], 409);
    const made = await tx
      .insert(entries)
      .values({
        ...rowOf(next),
        shopId: actor.shopId,
        jobId,
        seq: kept.length + 1,
        personId: actor.person.id,
        ...(what === null ? {} : { wordBy }),
        ...(at === undefined ? {} : { at, madeAt: at }),
        ...(madeAt === undefined ? {} : { madeAt: new Date(madeAt) }),
      })
      .onConflictDoNothing({ target: [entries.shopId, entries.id] })
      .returning();
    // The id is used in another job: none of this job's entries has it.
    if (made[0] === undefined) throw clash();
    const entry = entryOf(made[0]);
    kept.push(entry);
    state = evolve(job, state, entry);
  }
}

/** The ledger of a job of the shop. @throws Refused when there is no such job */
export async function readLedger(db: Database, shopId: string, jobId: string): Promise<KeptEntry[]> {
  if (!isId(jobId) || (await findJob(db, shopId, jobId)) === null) throw noSuchJob();
  return ledgerOf(db, shopId, jobId);
}

/** What the ledger does not hold yet. An id that was used for something else is refused. */
function newOnes(kept: readonly Entry[], sent: readonly Entry[]): Entry[] {
  const here = new Map(kept.map((e) => [e.id, e]));
  const fresh = sent.filter((e) => !here.has(e.id));
  for (const e of sent) {
    const old = here.get(e.id);
    if (old !== undefined && !same(old, e)) throw clash();
  }
  if (new Set(fresh.map((e) => e.id)).size < fresh.length) throw clash();
  return fresh;
}

const same = (old: Entry, sent: Entry): boolean => JSON.stringify(rowOf(old)) === JSON.stringify(rowOf(sent));
const clash = (): Refused => new Refused("This entry's id is used by another entry. Make the entry again.", 409);
const noSuchJob = (): Refused =>
  new Refused(
    "There is no such job. It may have been opened in another shop, or the address is mistyped. Go back to the bench.",
    404,
  );
