/** The parts of a shim job: worked out once more here, taken out of the drawers, entered as fitted, and what is left over put back: all of it, or nothing. */
import { z } from "zod";
import type { Entry } from "@/core/run/entry";
import { runState } from "@/core/run/state";
import { OUT_KINDS } from "@/core/run/partsOut";
import { type Out, SHIM_SCOPES, planShimJob } from "@/core/run/wantedShims";
import { AIMS } from "@/core/shims/oneValve";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "./actor";
import { UUID } from "./http";
import { listParts, tooFew } from "./parts";
import { measuredMm } from "./partsOut";
import { append } from "./record";
import { Refused } from "./refused";
import { rowId } from "./rowId";

const id = z.string().regex(UUID, "This is not an id.");

export const takeShimsInput = z.strictObject({
  id,
  /** What came out of each valve that was opened, as it was typed, and with what it was measured; null = by its mark, or by leaves. */
  out: z.array(z.strictObject({
    valve: z.string().min(1).max(60), kind: z.enum(OUT_KINDS).default("part"), text: z.string().trim().min(1, "Give its thickness, like 2.65.").max(40), micrometerId: id.nullable(),
  })).min(1, "Measure at least one part.").max(192),
  scope: z.enum(SHIM_SCOPES).default("all"),
  aim: z.enum(AIMS).default("nominal"),
  near: z.boolean().default(false),
  stay: z.boolean().default(false),
  fresh: z.boolean().default(false),
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
  const out = await cameOut(db, actor, input);
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    await holdJob(tx, jobId);
    const kept = await ledgerOf(tx, jobId);
    const state = runState(job, kept);
    // Sent again after it was done: the entries say so.
    if (kept.some((e) => e.id === rowId(input.id, Object.keys(input.agreed)[0] ?? "", "fitted"))) return;
    const plan = planShimJob(job, state, out, { stock: await listParts(tx, actor.shopId), catalogue: null }, { ...input, buying: false });
    const changes = plan.picks.filter((p) => p.source !== "own");
    const same = changes.length === Object.keys(input.agreed).length && changes.every((c) => Math.abs((input.agreed[c.position] ?? Infinity) - c.thicknessMm) < 1e-6);
    const given = new Set(changes.filter((c) => c.source === "moved").map((c) => c.from));
    const open = plan.unserved.map((u) => u.position).filter((v) => given.has(v));
    if (open.length > 0) throw new Refused(`${open.join(", ")} would stand without any part: buy what is missing first, or let no part change places.`, 409);
    if (!same) throw new Refused("The drawers or the readings changed meanwhile: look at what is proposed now.", 409);
    const stop = state.stop?.letter ?? "";
    const fitted = changes.map((c): Entry => ({
      id: rowId(input.id, c.position, "fitted"), supersedes: null, kind: "fitted", valve: c.position, stop, fromMm: out[c.position]?.kind === "part" ? (out[c.position]?.mm ?? null) : null, lengthMm: c.thicknessMm,
      partFrom: c.source === "moved" ? `valve ${c.from}` : `part ${c.from}`, part: null, rings: null,
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
      const came = input.out.find((o) => o.valve === valve);
      const micrometerId = came?.micrometerId ?? null;
      await tx.insert(parts).values({
        id: partId, shopId: actor.shopId, kind: shims.kind, diameterMm: shims.diameterMm, thicknessMm: out[valve]?.mm ?? 0, worn: true, place: "put back from a job",
        ...(micrometerId === null ? { mark: came?.text ?? "" } : { micrometerId, readMm: parseLength(came?.text ?? "")?.mm ?? 0 }),
      });
      await tx.insert(partMoves).values({ id: rowId(input.id, valve, "put back"), shopId: actor.shopId, partId, change: 1, reason: "returned", jobId, personId: actor.person.id, ...moment });
    }
  }).catch((error: unknown) => {
    // Another job was quicker by a moment.
    throw tooFew(error) ?? error;
  });
}

/** What came out, put right for the zero of what measured it. */
async function cameOut(db: Database, actor: Actor, { out }: TakeShims): Promise<Out> {
  return Object.fromEntries(await Promise.all(out.map(async ({ valve, kind, text, micrometerId }) => [valve, { kind, mm: await measuredMm(db, actor.shopId, text, micrometerId, `out.${valve}`) }] as const)));
}
