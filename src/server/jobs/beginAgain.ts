/** A job that was begun under wrong figures: called off, and what was read in it carried over into the one under the right ones. */
import { format } from "date-fns";
import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import type { JobAgain } from "@/core/job/pages/prepare";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import { rulesFor } from "@/core/job/prepare";
import { evolve, jobState, refusal, rulesOf } from "@/core/job/run";
import { carriedOver, sameGap } from "@/core/job/state/carriedOver";
import type { Database } from "@/db/connect";
import { entryOf, rowOf } from "@/db/queries/entryRows";
import { type JobRecord, type JobRow, findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { entries, feelerSets } from "@/db/schema";
import type { EngineRecord } from "../engines/engines";
import type { Actor } from "../http/who";
import { isId } from "../http/id";
import { Refused } from "../http/refused";
import { append } from "./record";

/** What stands as the reason at the job that is called off. */
const CALLED_OFF = "Begun again under other figures";

/** How a job is named in the ledger of the one that follows it. */
const named = ({ openedAt }: Pick<JobRow, "openedAt">): string =>
  `the job begun ${format(openedAt, "d MMM yyyy, HH:mm")}`;

/** Why an open job can't be called off as it stands, or null. */
const notYet = ({ job }: JobRecord, ledger: readonly KeptEntry[], personId: string): string | null =>
  refusal(job, jobState(job, ledger), calledOff(), { personId });

const calledOff = (): Entry => ({ id: randomUUID(), supersedes: null, kind: "called-off", reason: CALLED_OFF });

/** What the preparation says of the job that is to be begun again; null where there is none on this engine, or it has ended. */
export async function jobAgain(
  db: Database,
  shopId: string,
  engine: EngineRecord,
  jobId: string,
): Promise<JobAgain | null> {
  const found = isId(jobId) ? await findJob(db, shopId, jobId) : null;
  if (found === null || found.row.engineId !== engine.id) return null;
  const ledger = await ledgerOf(db, shopId, jobId);
  const state = jobState(found.job, ledger);
  if (state.ended) return null;
  return {
    id: jobId,
    named: named(found.row),
    state: found.row.state,
    // On other gear than then they say nothing.
    readings: sameGap(rulesOf(found.job), rulesFor(engine.file)) ? carriedOver(state, null, found.job).length : 0,
    notYet: notYet(found, ledger, found.row.openedBy),
  };
}

/** In the transaction that opens a job: the one before is called off, and its readings stand at the head of the new ledger. @throws Refused */
export async function beginAgain(
  tx: Database,
  actor: Actor,
  old: JobRecord,
  { row, job }: JobRecord,
  carry: boolean,
): Promise<void> {
  await holdJob(tx, old.row.id);
  const ledger = await ledgerOf(tx, old.row.shopId, old.row.id);
  const state = jobState(old.job, ledger);
  await append(tx, actor, { id: old.row.id, job: old.job, kept: ledger }, [calledOff()]);
  const carried =
    carry && sameGap(rulesOf(old.job), rulesOf(job))
      ? carriedOver(state, await setBefore(tx, old.row, row), job)
      : [];
  if (carried.length === 0) return;
  const from: Entry = { id: randomUUID(), supersedes: null, kind: "carried", from: named(old.row) };
  const all = [
    { entry: from, personId: actor.person.id },
    ...carried.map(({ reading, of }) => ({
      entry: { id: randomUUID(), supersedes: null, ...reading } as Entry,
      personId: of.personId ?? actor.person.id,
    })),
  ];
  let now = jobState(job, []);
  for (const [i, { entry, personId }] of all.entries()) {
    const why = refusal(job, now, entry, { personId, carrying: true });
    if (why !== null) throw new Refused(why, 409);
    const [made] = await tx
      .insert(entries)
      .values({ ...rowOf(entry), shopId: actor.shopId, jobId: row.id, seq: i + 1, personId })
      .returning();
    if (made === undefined) throw new RangeError("beginAgain: the entry was not saved");
    now = evolve(job, now, entryOf(made));
  }
}

/** The name of the set that was in hand, where the new job has another in hand. */
async function setBefore(tx: Database, old: JobRow, now: JobRow): Promise<string | null> {
  if (old.feelerSetId === now.feelerSetId) return null;
  const [set] = await tx
    .select({ name: feelerSets.name })
    .from(feelerSets)
    .where(and(eq(feelerSets.shopId, old.shopId), eq(feelerSets.id, old.feelerSetId)));
  return set?.name ?? null;
}

/** The open job on this engine that is to be begun again. @throws Refused when there is none */
export async function openJobOn(db: Database, shopId: string, engineId: string, jobId: string): Promise<JobRecord> {
  const found = await findJob(db, shopId, jobId);
  if (found === null || found.row.engineId !== engineId)
    throw new Refused("The job that was to be begun again is not one of this engine. Start a new job.", 422, "again");
  return found;
}
