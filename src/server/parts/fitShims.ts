/**
 * One job's share of a plan carried out: entered as fitted, taken out of stock, and what is left over put back.
 * Within a transaction that holds the job.
 */
import type { KeptEntry } from "@/core/job/ledger/entry";
import { type Job, jobState, jobAs } from "@/core/job/run";
import { exchangedIn, fittedEntries } from "@/core/job/tasks/shims/fitted";
import type { PartOut } from "@/core/job/tasks/shims/partsOut";
import type { ShimPlan } from "@/core/shims/assign";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "../http/who";
import { listMicrometers } from "./micrometers";
import { append } from "../jobs/record";
import { Refused } from "../http/refused";
import { rowId } from "../http/rowId";

export interface HeldJob {
  readonly id: string;
  readonly job: Job;
  readonly kept: KeptEntry[];
}
export type Share = Pick<ShimPlan, "picks" | "unserved" | "leftOver">;

/** What was shown and agreed to, in mm by valve. */
export type Agreed = Readonly<Record<string, number>>;

/** @throws Refused when it is not what was agreed to, or would leave a valve without any part */
export async function fitShims(
  tx: Database,
  actor: Actor,
  held: HeldJob,
  command: string,
  share: Share,
  came: readonly PartOut[],
  agreed: Agreed,
  at?: Date,
): Promise<void> {
  const shims = jobAs(held.job, "shims")?.task.plan;
  if (shims === undefined) throw new Refused("No part sets the gap on this engine.", 409);
  const out = new Map(came.map((o) => [o.valve, o]));
  const changes = exchangedIn(share.picks);
  const same =
    changes.length === Object.keys(agreed).length &&
    changes.every((c) => c.source !== "buy" && Math.abs((agreed[c.position] ?? Infinity) - c.thicknessMm) < 1e-6);
  const given = new Set(changes.filter((c) => c.source === "moved").map((c) => c.from));
  const open = share.unserved.map((u) => u.position).filter((v) => given.has(v));
  if (open.length > 0)
    throw new Refused(
      `${open.join(", ")} would stand without any part: buy what is missing first, or let no part change places.`,
      409,
    );
  if (!same) throw new Refused("The stock or the readings changed meanwhile: look at what is proposed now.", 409);
  const names = new Map((await listMicrometers(tx, actor.shopId)).map((m) => [m.id, m.name]));
  const stop = jobState(held.job, held.kept).stop?.letter ?? "";
  const fitted = fittedEntries(changes, came, { stop, names, idFor: (valve) => rowId(command, valve, "fitted") });
  await append(tx, actor, held, fitted, { at });
  const base = {
    shopId: actor.shopId,
    jobId: held.id,
    personId: actor.person.id,
    ...(at === undefined ? {} : { at }),
  };
  for (const c of changes) {
    if (c.source === "stock")
      await tx
        .insert(partMoves)
        .values({ ...base, id: rowId(command, c.position, "taken"), partId: c.from, change: -1, reason: "taken" });
  }
  // A valve that can't be served keeps its part until there is one for it.
  const stays = new Set(share.unserved.map((u) => u.position));
  for (const valve of share.leftOver.filter((v) => !stays.has(v))) {
    const from = out.get(valve);
    if (from === undefined) continue;
    const partId = rowId(command, valve, "left over");
    await tx.insert(parts).values({
      id: partId,
      shopId: actor.shopId,
      kind: shims.kind,
      diameterMm: shims.diameterMm,
      thicknessMm: from.mm,
      worn: true,
      place: "the put-back tray",
      ...(from.micrometerId === null
        ? { mark: from.text }
        : { micrometerId: from.micrometerId, readMm: parseLength(from.text)?.mm ?? 0 }),
    });
    await tx
      .insert(partMoves)
      .values({ ...base, id: rowId(command, valve, "put back"), partId, change: 1, reason: "returned" });
  }
}
