/** An engine that goes together: its build check, begun and half done, as it is told line by line. */
import { addMinutes } from "date-fns";
import { randomUUID } from "node:crypto";
import type { Entry } from "../core/job/ledger/entry";
import { jobAs, jobState } from "../core/job/run";
import { lineInTurn } from "../core/job/tasks/buildCheck";
import type { ShaftLayout } from "../core/job/tasks/buildCheck/shafts";
import type { EngineFile } from "../core/engine/engineFile";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { ledgerOf } from "../db/queries/ledger";
import type { Actor } from "../server/http/who";
import { buildCheckCautions, openBuildCheck } from "../server/jobs/openBuildCheck";
import { record } from "../server/jobs/record";

interface Build {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly setId: string;
  readonly shafts: ShaftLayout;
  readonly note: string;
  readonly startedAt: Date;
  /** The line at which work was broken off. */
  readonly until: string;
  /** What was found at lines, by their ids. */
  readonly found: Readonly<Record<string, string>>;
}

/** Ticks its lines, a few minutes each, until the one at which work was broken off. */
export async function buildHalf(db: Database, actor: Actor, build: Build): Promise<void> {
  const { engineId, file, setId, shafts, note, startedAt, until, found } = build;
  const check = { id: randomUUID(), shafts, feelerSetId: setId, note, licensed: null };
  const cautions = buildCheckCautions(file).map((c) => c.id);
  const jobId = await openBuildCheck(db, actor, engineId, { ...check, cautions }, startedAt);
  const opened = await findJob(db, actor.shopId, jobId);
  const job = opened === null ? null : jobAs(opened.job, "build-check");
  if (opened === null || job === null) throw new RangeError(`buildHalf: no build check ${jobId}`);
  for (let at = addMinutes(startedAt, 4); ; at = addMinutes(at, 7)) {
    const state = jobState(opened.job, await ledgerOf(db, actor.shopId, jobId));
    const next = lineInTurn(job, state, null);
    if (next === null || next.line.id === until) return;
    const round = next.ticks.length + 1;
    const ticked: Entry = {
      id: randomUUID(),
      supersedes: null,
      kind: "line-ticked",
      line: next.line.id,
      round,
      stop: null,
      reading: null,
      found: round === 1 ? (found[next.line.id] ?? null) : null,
    };
    await record(db, actor, jobId, { entries: [ticked] }, at);
  }
}
