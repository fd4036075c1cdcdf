/** Jobs with the valves they answer for. */
import { type SQL, and, asc, desc, eq, inArray, sql } from "drizzle-orm";
import { moverOf } from "@/core/engine/mover";
import { type EngineFile, type ValveEntry, cycleOf } from "@/core/engine/engineFile";
import { type HeightBlock, blockOf } from "@/core/engine/height";
import { figuresFor } from "@/core/lash/spec";
import { closedUp } from "@/core/job/closeOut/items";
import type { Job } from "@/core/job/run";
import type { Task } from "@/core/job/tasks";
import { bridgedValves } from "@/core/job/setup/setup";
import type { Database } from "../connect";
import { jobValves, jobs } from "../schema";

export type JobRow = typeof jobs.$inferSelect;
export interface JobRecord {
  readonly row: JobRow;
  /** The job as the core reasons about it. */
  readonly job: Job;
}

/** The block under which a follower's gap is read, where its figures are heights. */
function underBlock({ lash }: EngineFile, valve: Pick<ValveEntry, "id" | "role">): { readonly block?: HeightBlock } {
  const block = blockOf(figuresFor(lash, valve));
  return block === null ? {} : { block };
}

type ValveRow = typeof jobValves.$inferSelect;

/** A job from its rows. */
export function jobOf(row: JobRow, valves: readonly ValveRow[]): JobRecord {
  const job: Job = {
    // The row's two columns are one task: they were written as one.
    task: { kind: row.task, plan: row.plan } as Task,
    bridged: bridgedValves(row.engineFile),
    offset: row.heatOffset,
    cycleDeg: cycleOf(row.engineFile),
    requiredMarginDeg: row.requiredMarginDeg,
    route: row.route,
    order: row.servingOrder,
    state: row.state,
    survey: row.survey,
    allToAimMm: row.allToAimMm,
    tightenedLater: row.engineFile.tightenedLater ?? [],
    ...closedUp(row.engineFile),
    mover: moverOf(row.engineFile).name,
    lastTime: row.lastTime,
    valves: valves.map((v) => ({
      id: v.valve,
      cylinder: v.cylinder,
      role: v.role,
      ...underBlock(row.engineFile, { id: v.valve, role: v.role }),
      spec: { nominalMm: v.nominalMm, lowMm: v.lowMm, highMm: v.highMm, assumedBand: false },
    })),
  };
  return { row, job };
}

/**
 * Jobs read lately. A job is never changed once it is opened (the database sees to it), so what one
 * process has read stays true in all of them.
 */
const lately = new Map<string, JobRecord>();
const REMEMBERED = 200;
const keyOf = (shopId: string, jobId: string): string => `${shopId} ${jobId}`;

function remember(found: JobRecord): JobRecord {
  const key = keyOf(found.row.shopId, found.row.id);
  lately.delete(key);
  lately.set(key, found);
  const oldest = lately.keys().next().value;
  if (lately.size > REMEMBERED && oldest !== undefined) lately.delete(oldest);
  return found;
}

/** One job of the shop, or null. */
export async function findJob(db: Database, shopId: string, jobId: string): Promise<JobRecord | null> {
  const known = lately.get(keyOf(shopId, jobId));
  if (known !== undefined) return remember(known);
  const [row] = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
  if (row === undefined) return null;
  const valves = await db
    .select()
    .from(jobValves)
    .where(and(eq(jobValves.shopId, shopId), eq(jobValves.jobId, jobId)))
    .orderBy(asc(jobValves.position));
  return remember(jobOf(row, valves));
}

/** More than any shop has in hand. */
const MOST_OPEN = 300;

/** The jobs in hand, newest first: however many were opened and closed since, none of them is out of sight. */
export const listOpenJobs = (db: Database, shopId: string): Promise<JobRecord[]> =>
  listWhere(db, shopId, and(inHandOf(shopId)), MOST_OPEN);

/** The jobs in hand on one engine, newest first. */
export const listOpenJobsOn = (db: Database, shopId: string, engineId: string): Promise<JobRecord[]> =>
  listWhere(db, shopId, and(eq(jobs.engineId, engineId), inHandOf(shopId)), MOST_OPEN);

const inHandOf = (shopId: string): SQL =>
  sql`${jobs.id} = any(array(select h.job_id from jobs_in_hand h where h.shop_id = ${shopId}))`;

async function listWhere(db: Database, shopId: string, which: SQL | undefined, limit: number): Promise<JobRecord[]> {
  const rows = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), which))
    .orderBy(desc(jobs.openedAt))
    .limit(limit);
  if (rows.length === 0) return [];
  const ids = rows.map((r) => r.id);
  const valves = await db
    .select()
    .from(jobValves)
    .where(and(eq(jobValves.shopId, shopId), inArray(jobValves.jobId, ids)))
    .orderBy(asc(jobValves.position));
  return rows.map((row) =>
    jobOf(
      row,
      valves.filter((v) => v.jobId === row.id),
    ),
  );
}
