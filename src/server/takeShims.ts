/** The parts of a shim job: worked out once more here, taken out of the drawers, entered as fitted, and what is left over put back: all of it, or nothing. */
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { trueThicknessMm } from "@/core/parts/micrometer";
import type { Entry } from "@/core/run/entry";
import { runState } from "@/core/run/state";
import { SHIM_SCOPES, planShimJob } from "@/core/run/wantedShims";
import { AIMS } from "@/core/shims/oneValve";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "./actor";
import { UUID } from "./http";
import { listMicrometers } from "./micrometers";
import { listParts, tooFew } from "./parts";
import { append } from "./record";
import { Refused } from "./refused";
import { rowId } from "./rowId";

const id = z.string().regex(UUID, "This is not an id.");

export const takeShimsInput = z.strictObject({
  id,
  /** With what the parts that came out were measured; null = by their marks. */
  micrometerId: id.nullable(),
  /** What it showed for the part of each valve that was opened. */
  fitted: z.array(z.strictObject({ valve: z.string().min(1).max(60), read: z.string().trim().min(1, "Give its thickness, like 2.65.").max(40) })).min(1, "Measure at least one part.").max(192),
  scope: z.enum(SHIM_SCOPES).default("all"),
  aim: z.enum(AIMS).default("nominal"),
  /** What was shown and agreed to: the part of each valve that changes, in mm. */
  agreed: z.record(z.string().max(60), z.number()).refine((a) => Object.keys(a).length > 0, "Nothing would change."),
});
export type TakeShims = z.infer<typeof takeShimsInput>;

/** @throws Refused when the drawers changed meanwhile, or the job is not there yet; CalcProblem naming the valve whose thickness makes no sense */
export async function takeShims(db: Database, actor: Actor, jobId: string, input: TakeShims, at?: Date): Promise<void> {
  const found = UUID.test(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const { job } = found;
  const { shims } = job;
  if (shims === null) throw new Refused("No part sets the gap on this engine.", 409);
  const fittedMm = await thicknesses(db, actor, input);
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    await holdJob(tx, jobId);
    const kept = await ledgerOf(tx, jobId);
    const state = runState(job, kept);
    // Sent again after it was done: the entries say so.
    if (kept.some((e) => e.id === rowId(input.id, Object.keys(input.agreed)[0] ?? "", "fitted"))) return;
    const plan = planShimJob(job, state, fittedMm, await listParts(tx, actor.shopId), input);
    const changes = plan.picks.filter((p) => p.source !== "own");
    const same = changes.length === Object.keys(input.agreed).length && changes.every((c) => Math.abs((input.agreed[c.position] ?? Infinity) - c.thicknessMm) < 1e-6);
    if (!same) throw new Refused("The drawers or the readings changed meanwhile: look at what is proposed now.", 409);
    const stop = state.stop?.letter ?? "";
    const fitted = changes.map((c): Entry => ({
      id: rowId(input.id, c.position, "fitted"), supersedes: null, kind: "fitted", valve: c.position, stop, fromMm: fittedMm[c.position] ?? null, lengthMm: c.thicknessMm,
      partFrom: c.source === "moved" ? `valve ${c.from}` : `part ${c.from}`,
    }));
    await append(tx, actor, { id: jobId, job, kept }, fitted, at);
    const moment = at === undefined ? {} : { at };
    for (const c of changes) {
      if (c.source !== "stock") continue;
      await tx.insert(partMoves).values({ id: rowId(input.id, c.position, "taken"), shopId: actor.shopId, partId: c.from, change: -1, reason: "taken", jobId, personId: actor.person.id, ...moment });
    }
    // A valve that can't be served keeps its part until there is one for it.
    const stays = new Set(plan.unserved.map((u) => u.position));
    for (const valve of plan.leftOver.filter((v) => !stays.has(v))) {
      const partId = rowId(input.id, valve, "left over");
      const read = input.fitted.find((f) => f.valve === valve)?.read ?? "";
      await tx.insert(parts).values({
        id: partId, shopId: actor.shopId, kind: shims.kind, diameterMm: shims.diameterMm, thicknessMm: fittedMm[valve] ?? 0, worn: true, place: "put back from a job",
        ...(input.micrometerId === null ? { mark: read } : { micrometerId: input.micrometerId, readMm: parseLength(read)?.mm ?? 0 }),
      });
      await tx.insert(partMoves).values({ id: rowId(input.id, valve, "put back"), shopId: actor.shopId, partId, change: 1, reason: "returned", jobId, personId: actor.person.id, ...moment });
    }
  }).catch((error: unknown) => {
    // Another job was quicker by a moment.
    throw tooFew(error) ?? error;
  });
}

/** What came out, put right for the micrometer's zero. */
async function thicknesses(db: Database, actor: Actor, { micrometerId, fitted }: TakeShims): Promise<Record<string, number>> {
  const micrometer = micrometerId === null ? null : (await listMicrometers(db, actor.shopId)).find((m) => m.id === micrometerId);
  if (micrometer === undefined) throw new Refused("This micrometer is not in the shop.", 422, "micrometerId");
  return Object.fromEntries(fitted.map(({ valve, read }) => {
    const length = parseLength(read);
    if (length === null || length.mm <= 0 || length.mm > 50) throw new CalcProblem(`"${read}" is not the thickness of a part: write it like 2.65.`, `fitted.${valve}`);
    return [valve, micrometer === null ? length.mm : trueThicknessMm(length.mm, micrometer)];
  }));
}
