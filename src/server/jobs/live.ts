/** What others do on a job right now: their entries since a place in the ledger, and the valves they have in hand. */
import { and, asc, eq, gt, lt, sql } from "drizzle-orm";
import { z } from "zod";
import type { KeptEntry } from "@/core/job/ledger/entry";
import type { RefusedBatch } from "@/core/job/ledger/refused";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { entryOf } from "@/db/queries/entryRows";
import { entries, hands, people } from "@/db/schema";
import type { Viewer } from "../http/who";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";
import { refusedOf } from "./refused";

export const liveInput = z.strictObject({
  after: z.number().int().min(0),
  device: idInput,
  valve: z.string().min(1).max(60).nullable(),
});
export type LiveInput = z.infer<typeof liveInput>;

export interface Live {
  /** The shop's time, in ms: timers run by it, whatever the device's clock says. */
  readonly nowMs: number;
  readonly entries: readonly KeptEntry[];
  /** What this job did not take and nobody has dealt with. */
  readonly refused: readonly RefusedBatch[];
  readonly others: readonly { readonly person: string; readonly valve: string | null }[];
}

/** Whoever was not heard of for this long is not at the engine. */
const GONE_S = 8;
/** While nothing changes, presence is written this seldom. */
const REPEAT_S = 3;

/** @throws Refused when the shop has no such job */
export async function live(
  db: Database,
  { shopId, person }: Pick<Viewer, "shopId" | "person">,
  jobId: string,
  { after, device, valve }: LiveInput,
): Promise<Live> {
  if (!isId(jobId) || (await findJob(db, shopId, jobId)) === null)
    throw new Refused("There is no such job. Go back to the bench.", 404);
  const [fresh, refused, seen] = await Promise.all([
    db
      .select()
      .from(entries)
      .where(and(eq(entries.shopId, shopId), eq(entries.jobId, jobId), gt(entries.seq, after)))
      .orderBy(asc(entries.seq)),
    refusedOf(db, shopId, jobId),
    db
      .select({
        person: people.name,
        valve: hands.valve,
        device: hands.device,
        personId: hands.personId,
        ageS: sql<number>`extract(epoch from now() - ${hands.seenAt})::float`,
      })
      .from(hands)
      .innerJoin(people, and(eq(people.shopId, hands.shopId), eq(people.id, hands.personId)))
      .where(
        and(
          eq(hands.shopId, shopId),
          eq(hands.jobId, jobId),
          gt(hands.seenAt, sql`now() - make_interval(secs => ${GONE_S})`),
        ),
      ),
  ]);
  const own = seen.find((h) => h.device === device);
  const said = own !== undefined && own.valve === valve && own.personId === person?.id && own.ageS < REPEAT_S;
  if (person !== null && !said) await hold(db, { jobId, device, shopId, personId: person.id, valve });
  return {
    nowMs: Date.now(),
    entries: fresh.map(entryOf),
    refused,
    // Nobody is told of themselves at another device.
    others: seen
      .filter((h) => h.device !== device && h.personId !== person?.id)
      .map((h) => ({ person: h.person, valve: h.valve })),
  };
}

/** Whoever was not heard of for so long will not come back to what was in hand. */
const FORGOTTEN_S = 600;

async function hold(db: Database, hand: Omit<typeof hands.$inferInsert, "seenAt">): Promise<void> {
  await db
    .insert(hands)
    .values(hand)
    .onConflictDoUpdate({
      target: [hands.shopId, hands.jobId, hands.device],
      set: { valve: hand.valve, personId: hand.personId, seenAt: sql`now()` },
    });
  await db
    .delete(hands)
    .where(and(eq(hands.shopId, hand.shopId), lt(hands.seenAt, sql`now() - make_interval(secs => ${FORGOTTEN_S})`)));
}
