/** Plays a job through the shop's own rules on a made-up engine: how the demo's history comes about. */
import { randomUUID } from "node:crypto";
import type { Entry } from "../core/job/ledger/entry";
import { screwAdjuster } from "../core/lash/adjuster";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { ledgerOf } from "../db/queries/ledger";
import type { Actor } from "../server/http/who";
import { record } from "../server/jobs/record";
import { Bench, type Play } from "./bench";
import { HANDS } from "./hands";

/** Seconds between two entries: a valve in about a minute and a half. */
const PACE_MS = 95_000;

export async function play(db: Database, actor: Actor, given: Play): Promise<void> {
  const found = await findJob(db, actor.shopId, given.jobId);
  if (found === null) throw new RangeError(`play: no job ${given.jobId}`);
  const { kind } = found.job.task;
  if (kind === "build-check") throw new RangeError("play: a build check is ticked, not played");
  const bench = new Bench(found.job, screwAdjuster(found.row.engineFile.adjuster ?? {}), given, HANDS[kind]);
  let at = given.startedAt;
  const add = (made: Entry[]): Promise<unknown> => record(db, actor, given.jobId, { entries: made }, at);
  for (;;) {
    at = new Date(at.getTime() + PACE_MS);
    const next = bench.next(await ledgerOf(db, actor.shopId, given.jobId), at.getTime());
    if (next === null) break;
    if ("waitMs" in next) at = new Date(at.getTime() + next.waitMs);
    else await add(next);
  }
  if (given.paused !== undefined)
    await add([{ id: randomUUID(), supersedes: null, kind: "paused", reason: given.paused }]);
}
