/** The parts of a shim job: worked out once more here, and carried out; all of it, or nothing. */
import { z } from "zod";
import { OUT_KINDS, type PartOut } from "@/core/job/tasks/shims/partsOut";
import { jobAs, jobState } from "@/core/job/run";
import { SHIM_SCOPES, outOf, planShimJob } from "@/core/job/tasks/shims/problem";
import { AIMS } from "@/core/shims/oneValve";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { fitShims } from "./fitShims";
import { idInput, isId } from "../http/id";
import { refusedMove } from "./parts";
import { listParts } from "./stock";
import { listMicrometers } from "./micrometers";
import { measuredMm } from "./partsOut";
import { Refused } from "../http/refused";

const id = idInput;
export const agreedInput = z
  .record(z.string().max(60), z.number())
  .refine((a) => Object.keys(a).length > 0, "Nothing would change.");

export const takeShimsInput = z.strictObject({
  id,
  /**
   * What came out of each valve that was opened, as it was typed, and with what it was measured; null = by its mark,
   * or by leaves.
   */
  out: z
    .array(
      z.strictObject({
        valve: z.string().min(1).max(60),
        kind: z.enum(OUT_KINDS).default("part"),
        text: z.string().trim().min(1, "Give its thickness, like 2.65.").max(40),
        micrometerId: id.nullable(),
      }),
    )
    .min(1, "Measure at least one part.")
    .max(192),
  scope: z.enum(SHIM_SCOPES).default("all"),
  aim: z.enum(AIMS).default("nominal"),
  near: z.boolean().default(false),
  stay: z.boolean().default(false),
  /** What was shown and agreed to: the part of each valve that changes, in mm. */
  agreed: agreedInput,
});
export type TakeShims = z.infer<typeof takeShimsInput>;

/** @throws Refused when the stock changed meanwhile, or the job is not there yet; CalcProblem naming the valve whose thickness makes no sense */
export async function takeShims(
  db: Database,
  actor: Actor,
  jobId: string,
  input: TakeShims,
  at?: Date,
): Promise<void> {
  const found = isId(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const job = jobAs(found.job, "shims");
  if (job === null) throw new Refused("No part sets the gap on this engine.", 409);
  const micrometers = await listMicrometers(db, actor.shopId);
  const came = input.out.map((o): PartOut => ({
    ...o,
    mm: measuredMm(micrometers, o.text, o.micrometerId, `out.${o.valve}`),
  }));
  await once(db, actor, { what: "shims", id: input.id, input: { jobId, ...input } }, async (tx) => {
    await holdJob(tx, jobId);
    const held = { id: jobId, job, kept: await ledgerOf(tx, actor.shopId, jobId) };
    // Right here: nobody waits for a thread while others wait for this job.
    const plan = planShimJob(
      job,
      jobState(job, held.kept),
      outOf(came),
      { stock: await listParts(tx, actor.shopId), catalogue: null },
      { ...input, buying: false },
    );
    await fitShims(tx, actor, held, input.id, plan, came, input.agreed, at);
  }).catch((error: unknown) => {
    // Another job was quicker by a moment.
    throw refusedMove(error) ?? error;
  });
}
