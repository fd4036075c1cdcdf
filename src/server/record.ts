/** Adding to a job's ledger: validated, judged by the core, kept by the database, harmless when repeated. */
import { z } from "zod";
import { MAX_LASH_MM } from "@/core/lash/reading";
import { refusal } from "@/core/run/admit";
import { CLOSE_ITEMS, type Entry, type KeptEntry, PASSES } from "@/core/run/entry";
import { SCHOOLS } from "@/core/lash/school";
import { FELTS } from "@/core/shims/tries";
import { ZERO_SCHOOLS } from "@/core/preload/zeroLash";
import type { Job } from "@/core/run/job";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { entryOf, holdJob, ledgerOf, rowOf } from "@/db/queries/ledger";
import { entries } from "@/db/schema";
import type { Actor } from "./actor";
import { UUID } from "./http";
import { Refused } from "./refused";

const id = z.string().regex(UUID, "This is not an id.");
const name = z.string().min(1).max(60);
const said = z
  .string()
  .trim()
  .min(1, "Give the reason in a few words.")
  .max(300, "Keep the reason within 300 characters.");
const reason = said.nullable();
const base = { id, supersedes: id.nullable() };
/** As the database keeps them, so that a repeated entry equals the kept one. */
const sixPlaces = (value: number): number => Math.round(value * 1e6) / 1e6;
const leaf = z.strictObject({
  mm: z
    .number("A leaf has a thickness.")
    .min(0, "A leaf can't be thinner than nothing.")
    .max(MAX_LASH_MM, `No lash is over ${MAX_LASH_MM} mm: check the unit and read it again.`)
    .transform(sixPlaces),
  text: z.string().min(1).max(60),
});

const turns = (least: number, most: number) =>
  z
    .number("Give the turns as a number.")
    .min(least, `Turns lie between ${least} and ${most} here.`)
    .max(most, `Turns lie between ${least} and ${most} here.`)
    .transform(sixPlaces)
    .nullable()
    .default(null);
const partMm = z
  .number("A part has a length.")
  .positive("A part has a length.")
  .max(999, "No part is over 999 mm long: check the unit.")
  .transform(sixPlaces);

const entry = z.discriminatedUnion("kind", [
  z.strictObject({ ...base, kind: z.literal("arrived"), stop: name }),
  z.strictObject({
    ...base,
    kind: z.literal("reading"),
    valve: name,
    stop: name,
    pass: z.enum(PASSES),
    goes: leaf,
    noGo: leaf,
    school: z.enum([...SCHOOLS, "gauge", "wire"]).default("go-no-go"),
    value: leaf.nullable().default(null),
    instrument: name.nullable().default(null),
    reason,
  }),
  z.strictObject({
    ...base,
    kind: z.literal("set"),
    valve: name,
    stop: name,
    turns: z.number().min(-50).max(50).transform(sixPlaces).nullable(),
    aimMm: z.number().min(-10).max(10).transform(sixPlaces).nullable().default(null),
    locked: z.boolean().default(true),
  }),
  z.strictObject({ ...base, kind: z.literal("locked"), valve: name, stop: name }),
  z.strictObject({
    ...base,
    kind: z.literal("zeroed"),
    valve: name,
    stop: name,
    school: z.enum(ZERO_SCHOOLS),
    foundTurns: turns(0, 20),
    apartTurns: turns(-5, 5),
    reason,
  }),
  z.strictObject({
    ...base,
    kind: z.literal("fitted"),
    valve: name,
    stop: name,
    fromMm: partMm.nullable(),
    lengthMm: partMm,
    partFrom: z.null().default(null),
    part: z.null().default(null),
    rings: z.null().default(null),
    instrument: name.nullable().default(null),
  }),
  z.strictObject({ ...base, kind: z.literal("loaded"), valve: name, stop: name, goes: leaf, noGo: leaf }),
  z.strictObject({
    ...base,
    kind: z.literal("tried"),
    valve: name,
    stop: name,
    felt: z.enum(FELTS, "Say what was felt."),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("plugged"),
    count: z
      .number("Give the count as a number.")
      .int("Give a whole count.")
      .min(0, "A count can't be negative.")
      .max(99, "At most 99."),
    gear: z.string().trim().min(1).max(300),
  }),
  z.strictObject({ ...base, kind: z.literal("bridged"), valve: name, stop: name, turned: z.boolean() }),
  z.strictObject({ ...base, kind: z.literal("ordered"), list: z.string().trim().min(1).max(2000) }),
  z.strictObject({ ...base, kind: z.literal("bled"), reason: said }),
  z.strictObject({
    ...base,
    kind: z.literal("warmth"),
    celsius: z
      .number("Give the temperature as a number.")
      .min(-60, "A temperature below -60 °C can't be right.")
      .max(250, "A temperature above 250 °C can't be right.")
      .transform(sixPlaces),
  }),
  z.strictObject({ ...base, kind: z.literal("reopened"), valve: name, reason: said }),
  z.strictObject({ ...base, kind: z.literal("barred") }),
  z.strictObject({ ...base, kind: z.literal("tightened"), part: name }),
  z.strictObject({ ...base, kind: z.literal("answered"), question: name, reason: said }),
  z.strictObject({ ...base, kind: z.literal("checked"), item: z.enum(CLOSE_ITEMS), reason }),
  z.strictObject({ ...base, kind: z.literal("paused"), reason: said }),
  z.strictObject({ ...base, kind: z.literal("signed") }),
  z.strictObject({ ...base, kind: z.literal("left"), valve: name, reading: id, reason }),
  z.strictObject({ ...base, kind: z.literal("withdrawn"), supersedes: id }),
  z.strictObject({ ...base, kind: z.literal("closed") }),
]);

/** Entries that belong together: all are kept, or none. */
export const recordInput = z.strictObject({
  entries: z.array(entry).min(1).max(50),
  /** The last place in the ledger that the sender knows: only what came after it is answered. */
  after: z.number().int().min(0).default(0),
});
export interface Record {
  readonly entries: readonly Entry[];
  readonly after?: number;
}

/** Adds the entries and gives the job's ledger as it then stands, after the place that is known. @throws Refused with the reason */
export async function record(
  db: Database,
  actor: Actor,
  jobId: string,
  input: Record,
  at?: Date,
): Promise<KeptEntry[]> {
  if (!UUID.test(jobId)) throw noSuchJob();
  const found = await findJob(db, actor.shopId, jobId);
  if (found === null) throw noSuchJob();
  return db.transaction(async (tx) => {
    await holdJob(tx, jobId);
    const kept = await ledgerOf(tx as unknown as Database, jobId);
    await append(tx as unknown as Database, actor, { id: jobId, job: found.job, kept }, input.entries, at);
    return kept.filter((e) => e.seq > (input.after ?? 0));
  });
}

/** Adds to a ledger that is held: judged one by one, and pushed onto `kept` as it is kept. @throws Refused */
export async function append(
  tx: Database,
  actor: Actor,
  { id: jobId, job, kept }: { readonly id: string; readonly job: Job; readonly kept: KeptEntry[] },
  sent: readonly Entry[],
  at?: Date,
): Promise<void> {
  for (const next of newOnes(kept, sent)) {
    const why = refusal(job, kept, next, actor.person.id, (at ?? new Date()).getTime());
    if (why !== null) throw new Refused(why, 409);
    const made = await tx
      .insert(entries)
      .values({
        ...rowOf(next),
        shopId: actor.shopId,
        jobId,
        seq: kept.length + 1,
        personId: actor.person.id,
        ...(at === undefined ? {} : { at }),
      })
      .onConflictDoNothing({ target: entries.id })
      .returning();
    // The id is used in another job: none of this job's entries has it.
    if (made[0] === undefined) throw clash();
    kept.push(entryOf(made[0]));
  }
}

/** The ledger of a job of the shop. @throws Refused when there is no such job */
export async function readLedger(db: Database, shopId: string, jobId: string): Promise<KeptEntry[]> {
  if (!UUID.test(jobId) || (await findJob(db, shopId, jobId)) === null) throw noSuchJob();
  return ledgerOf(db, jobId);
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
