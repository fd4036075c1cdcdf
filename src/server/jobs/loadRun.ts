/** Everything the run screen of a job needs, in one go. */
import type { RunPageData } from "@/core/job/pages/run";
import { firstStartWords } from "@/core/job/setup/firstStart";
import { TASKS } from "@/core/job/tasks";
import { lockShifts } from "@/core/job/ledger/learned";
import type { Database } from "@/db/connect";
import { and, desc, eq, lt } from "drizzle-orm";
import { type JobRow, findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { jobResults } from "@/db/schema";
import { turnedInBefore } from "../record/forRun";
import { ownCauses } from "../shop/ownCauses";
import type { Viewer } from "../http/who";
import { findFeelerSet, setsOfJob } from "../shop/feelerSets";
import { ordersOfJobs, waitedFor } from "../parts/orders";
import { causesAt, expectedMm } from "../record/forRun";
import { counterUnitOf } from "../record/use";
import { handsOf } from "../record/gauge";
import { isId } from "../http/id";
import { lastFinished } from "./lastFinished";
import { refusedOf } from "./refused";

/** Null when the shop has no such job. */
export async function loadRun(
  db: Database,
  { shopId, person }: Pick<Viewer, "shopId" | "person">,
  id: string,
): Promise<RunPageData | null> {
  if (!isId(id)) return null;
  const found = await findJob(db, shopId, id);
  if (found === null) return null;
  const { row, job } = found;
  const [
    entries,
    refused,
    set,
    others,
    lastTime,
    lastTurnedIn,
    expected,
    causes,
    own,
    hands,
    earlierShiftsMm,
    orders,
  ] = await Promise.all([
    ledgerOf(db, shopId, id),
    refusedOf(db, shopId, id),
    findFeelerSet(db, shopId, row.feelerSetId),
    setsOfJob(db, shopId, id),
    loadLastTime(db, shopId, row),
    TASKS[row.task].sheetWork === "preload" ? turnedInBefore(db, shopId, row) : {},
    expectedMm(db, shopId, row.engineId, { at: row.openedAt, hours: row.runningHours }),
    causesAt(db, shopId, row.engineId),
    ownCauses(db, shopId, "live"),
    handsOf(db, shopId),
    loadShifts(db, shopId, row, person?.id ?? null),
    ordersOfJobs(db, shopId, [id]),
  ]);
  if (set === null) return null;
  const { engineId, engineFile: file, state, temperatureC, method, airC, licensed } = row;
  const returning = idleSince(entries) > AWAY_MS;
  return {
    id,
    engineId,
    file,
    job,
    state,
    temperatureC,
    method,
    sets: [set, ...others],
    entries,
    refused,
    returning,
    lastTime,
    lastTurnedIn,
    expectedMm: expected,
    causes,
    ownCauses: own,
    ownHand: person === null ? null : (hands.get(person.id) ?? null),
    earlierShiftsMm,
    openedAt: row.openedAt.toISOString(),
    nowMs: Date.now(),
    firstStart: row.purpose === "first-start" ? firstStartWords(file) : [],
    airC,
    licensed,
    order: waitedFor(orders, id, entries),
  };
}

/** After so long a time away, somebody else may have turned the crank. */
const AWAY_MS = 10 * 60_000;

const idleSince = (entries: RunPageData["entries"]): number => {
  const last = entries.at(-1);
  return last === undefined ? 0 : Date.now() - Date.parse(last.at);
};

type Before = Pick<JobRow, "engineId" | "openedAt" | "runningHours" | "state" | "task">;

async function loadLastTime(
  db: Database,
  shopId: string,
  { engineId, openedAt, runningHours, state, task }: Before,
): Promise<RunPageData["lastTime"]> {
  const last = await lastFinished(db, shopId, engineId, openedAt);
  // Hot and cold readings are not shown beside each other.
  if (last === null || last.row.state !== state || TASKS[last.row.task].sheetWork !== TASKS[task].sheetWork)
    return {};
  const before = last.row.runningHours;
  const usedSince =
    runningHours === null || before === null
      ? null
      : { count: runningHours - before, unit: await counterUnitOf(db, shopId, engineId) };
  return Object.fromEntries([...last.asLeft].map(([valve, reading]) => [valve, { reading, usedSince }]));
}

/** So many jobs teach what locking does: the newest. */
const LEARNED_FROM = 5;

/** What locking did under this person's hand at this engine before. */
async function loadShifts(
  db: Database,
  shopId: string,
  { engineId, openedAt }: Before,
  personId: string | null,
): Promise<number[]> {
  if (personId === null) return [];
  const earlier = await db
    .select({ jobId: jobResults.jobId, kept: jobResults.lockShifts })
    .from(jobResults)
    .where(and(eq(jobResults.shopId, shopId), eq(jobResults.engineId, engineId), lt(jobResults.closedAt, openedAt)))
    .orderBy(desc(jobResults.closedAt))
    .limit(LEARNED_FROM);
  const shifts = await Promise.all(
    earlier.map(async ({ jobId, kept }) =>
      kept === null
        ? lockShifts(await ledgerOf(db, shopId, jobId), personId).map((p) => p.afterMm - p.beforeMm)
        : kept.filter((s) => s.personId === personId).map((s) => s.mm),
    ),
  );
  return shifts.flat();
}
