/** Plays a job through the shop's own rules on a made-up engine: how the demo's history comes about. */
import { randomUUID } from "node:crypto";
import type { Entry } from "../core/job/ledger/entry";
import type { NextThing } from "../core/job/next/next";
import { jobState, nextThing } from "../core/job/run";
import { screwAdjuster } from "../core/lash/adjuster";
import { HANDS } from "../core/mechanic/hands";
import { type MadeUp, MadeUpEngine } from "../core/mechanic/madeUpEngine";
import { Mechanic } from "../core/mechanic/mechanic";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { ledgerOf } from "../db/queries/ledger";
import type { Actor } from "../server/http/who";
import { record } from "../server/jobs/record";

export interface Play extends MadeUp {
  readonly jobId: string;
  readonly startedAt: Date;
  /** Where the mechanic is called away; the job is done when left out. */
  readonly until?: (next: NextThing) => boolean;
  /** Why it is broken off at the end. */
  readonly paused?: string;
}

/** Seconds between two entries: a valve in about a minute and a half. */
const PACE_MS = 95_000;

export async function play(db: Database, actor: Actor, given: Play): Promise<void> {
  const found = await findJob(db, actor.shopId, given.jobId);
  if (found === null) throw new RangeError(`play: no job ${given.jobId}`);
  const { job, row } = found;
  const { kind } = job.task;
  if (kind === "build-check") throw new RangeError("play: a build check is ticked, not played");
  const engine = new MadeUpEngine(job, screwAdjuster(row.engineFile.adjuster ?? {}), given, HANDS[kind]);
  const mechanic = new Mechanic(engine, randomUUID);
  let at = given.startedAt;
  const add = (made: Entry[]): Promise<unknown> => record(db, actor, given.jobId, { entries: made }, at);
  for (;;) {
    at = new Date(at.getTime() + PACE_MS);
    const ledger = await ledgerOf(db, actor.shopId, given.jobId);
    if (given.until?.(nextThing(job, jobState(job, ledger), { nowMs: at.getTime() })) === true) break;
    const next = mechanic.next(ledger, at.getTime());
    if (next === null) break;
    if ("waitMs" in next) at = new Date(at.getTime() + next.waitMs);
    else await add(next);
  }
  if (given.paused !== undefined)
    await add([{ id: randomUUID(), supersedes: null, kind: "paused", reason: given.paused }]);
}
