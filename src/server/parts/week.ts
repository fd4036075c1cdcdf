/** A week's jobs on one stock: worked out together, and carried out together or not at all. */
import { z } from "zod";
import { isOpen } from "@/core/parts/order";
import { type WeekJob, type WeekPageData, planWeek } from "@/core/job/tasks/shims/week";
import { jobAs, jobState } from "@/core/job/run";
import { outOfBand } from "@/core/job/tasks/shims";
import { outOf } from "@/core/job/tasks/shims/problem";
import { AIMS } from "@/core/shims/oneValve";
import type { Database } from "@/db/connect";
import { jobLines } from "@/db/queries/bench";
import { type JobRecord, listOpenJobs } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { fitShims } from "./fitShims";
import { idInput } from "../http/id";
import { listOrders } from "./orders";
import { refusedMove } from "./parts";
import { listParts } from "./stock";
import { listPartsOut } from "./partsOut";
import { Refused } from "../http/refused";
import { agreedInput } from "./takeShims";

const id = idInput;

/** Of the records those of jobs on shims. */
const shimJobs = (records: readonly JobRecord[]) =>
  records.flatMap(({ row, job }) => {
    const shims = jobAs(job, "shims");
    return shims === null ? [] : [{ row, job: shims }];
  });

/** The jobs that have all read and something out of its band, with what came out of each so far. */
export async function loadWeek(db: Database, shopId: string): Promise<WeekPageData> {
  // A job that waits for an order has its parts already, so to speak.
  const ordered = new Set((await listOrders(db, shopId)).filter(isOpen).map((o) => o.jobId));
  const records = shimJobs(await listOpenJobs(db, shopId)).filter(({ row }) => !ordered.has(row.id));
  const lines = await jobLines(
    db,
    shopId,
    records.map(({ row }) => row.id),
  );
  const serials = new Map(lines.map((l) => [l.id, l.serial]));
  const jobs = await Promise.all(
    records.map(async ({ row, job }) => {
      const [entries, came] = await Promise.all([
        ledgerOf(db, row.shopId, row.id),
        listPartsOut(db, row.shopId, row.id),
      ]);
      const state = jobState(job, entries);
      const waits = !state.ended && !state.surveying && outOfBand(state).length > 0;
      return waits
        ? [
            {
              id: row.id,
              engine: [row.engineFile.name, serials.get(row.id) ?? null].filter((x) => x !== null).join(", "),
              job,
              entries,
              out: outOf(came),
            },
          ]
        : [];
    }),
  );
  return { jobs: jobs.flat(), stock: (await listParts(db, shopId)).filter((p) => p.count > 0) };
}

export const takeWeekInput = z.strictObject({
  id,
  jobs: z
    .array(z.strictObject({ id, agreed: agreedInput }))
    .min(1, "Choose at least one job.")
    .max(40),
  /** All jobs that were worked out together: who gets what depends on all of them. */
  together: z.array(id).min(1).max(40),
  aim: z.enum(AIMS).default("nominal"),
  near: z.boolean().default(false),
  stay: z.boolean().default(false),
});

/** Fits what was agreed to at every job named. @throws Refused when the stock or a job changed meanwhile */
export async function takeWeek(db: Database, actor: Actor, input: z.infer<typeof takeWeekInput>): Promise<void> {
  const records = shimJobs(await listOpenJobs(db, actor.shopId)).filter(({ row }) => input.together.includes(row.id));
  if (records.length < input.together.length)
    throw new Refused("One of these jobs is not there any more: look at what is proposed now.", 409);
  await once(db, actor, { what: "shims of a week", id: input.id, input }, async (tx) => {
    // Always in the same order, so that two who do this at once wait for each other and not for ever.
    for (const jobId of [...input.together].sort()) await holdJob(tx, jobId);
    const held = await Promise.all(
      records.map(async ({ row, job }) => ({
        id: row.id,
        engine: row.engineFile.name,
        job,
        kept: await ledgerOf(tx, row.shopId, row.id),
        came: await listPartsOut(tx, row.shopId, row.id),
      })),
    );
    const asked = input.jobs.flatMap((j) =>
      held.filter((h) => h.id === j.id).map((h) => ({ ...h, agreed: j.agreed })),
    );
    const week = planWeek(
      held.map((h): WeekJob => ({ ...h, entries: h.kept, out: outOf(h.came) })),
      { stock: await listParts(tx, actor.shopId), catalogue: null },
      { ...input, buying: false },
    );
    for (const h of asked) {
      const share = week.shares.find((s) => s.id === h.id);
      if (share === undefined)
        throw new Refused("One of these jobs has no share in the plan: look at what is proposed now.", 409);
      await fitShims(tx, actor, h, input.id + h.id, share, h.came, h.agreed);
    }
  }).catch((error: unknown) => {
    throw refusedMove(error) ?? error;
  });
}
