/** Everything the run screen of a job needs, in one go. */
import type { RunGiven } from "@/core/run/given";
import { asLeft, runState } from "@/core/run/state";
import type { Database } from "@/db/connect";
import { findJob, listJobsOfEngine } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { findFeelerSet } from "./feelerSets";
import { UUID } from "./http";

/** Null when the shop has no such job. */
export async function loadRun(db: Database, shopId: string, id: string): Promise<RunGiven | null> {
  if (!UUID.test(id)) return null;
  const found = await findJob(db, shopId, id);
  if (found === null) return null;
  const { row, job } = found;
  const [entries, set, lastTime] = await Promise.all([
    ledgerOf(db, id), findFeelerSet(db, shopId, row.feelerSetId), loadLastTime(db, shopId, row),
  ]);
  if (set === null) return null;
  const { engineId, engineFile: file, state, temperatureC, method } = row;
  const returning = idleSince(entries) > AWAY_MS;
  return { id, engineId, file, job, state, temperatureC, method, set, entries, returning, lastTime };
}

/** After so long a time away, somebody else may have turned the crank. */
const AWAY_MS = 10 * 60_000;

const idleSince = (entries: RunGiven["entries"]): number => {
  const last = entries.at(-1);
  return last === undefined ? 0 : Date.now() - Date.parse(last.at);
};

type Before = { engineId: string; openedAt: Date; runningHours: number | null };

async function loadLastTime(db: Database, shopId: string, { engineId, openedAt, runningHours }: Before): Promise<RunGiven["lastTime"]> {
  for (const { row, job } of await listJobsOfEngine(db, shopId, engineId, openedAt)) {
    const state = runState(job, await ledgerOf(db, row.id));
    if (!state.closed) continue;
    const hoursAgo = runningHours === null || row.runningHours === null ? null : runningHours - row.runningHours;
    return Object.fromEntries(
      [...state.valves.values()].flatMap((v) => {
        const reading = asLeft(v);
        return reading === null ? [] : [[v.valve.id, { reading: { goes: reading.goes, noGo: reading.noGo }, hoursAgo }]];
      }),
    );
  }
  return {};
}
