/** What lies on the bench: jobs in hand, jobs done, engines. */
import { inArray, asc } from "drizzle-orm";
import type { EngineFile } from "@/core/engine/engineFile";
import { jobState, nextThing, rulesOf, standsWords } from "@/core/job/run";
import type { ValveStatus } from "@/core/job/state/state";
import { shortReading } from "@/core/job/words/readings";
import type { Database } from "@/db/connect";
import { listClosedJobs, listOpenJobs } from "@/db/queries/jobs";
import { entryOf } from "@/db/queries/entryRows";
import { entries } from "@/db/schema";
import { type Order, isOpen } from "@/core/parts/order";
import { type EngineRecord, listEngines } from "../engines/engines";
import { listOrders } from "../parts/orders";

export interface BenchJob {
  readonly id: string;
  readonly engineId: string;
  readonly engine: string;
  readonly serial: string | null;
  /** Where it stands, in a line. */
  readonly stands: string;
  readonly doneCount: number;
  readonly valveCount: number;
  readonly closed: boolean;
  /** When it was last touched, ISO 8601. */
  readonly touchedAt: string;
  readonly file: EngineFile;
  readonly valves: readonly BenchValve[];
  /** The parts that were ordered for it last, until they are fitted; null when none are. */
  readonly order: Order | null;
}
/** A valve as the bench draws it: done, worked on, or still to come, with its last reading. */
export interface BenchValve {
  readonly id: string;
  readonly status: ValveStatus;
  readonly figure: string | null;
}
export interface Bench {
  readonly jobs: readonly BenchJob[];
  readonly engines: readonly EngineRecord[];
}

/** As many as are looked for on a bench. */
const NEWEST_CLOSED = 60;

export async function loadBench(db: Database, shopId: string): Promise<Bench> {
  const [engines, open, closed, orders] = await Promise.all([
    listEngines(db, shopId),
    listOpenJobs(db, shopId),
    listClosedJobs(db, shopId, NEWEST_CLOSED),
    listOrders(db, shopId),
  ]);
  const records = [...open, ...closed];
  const ids = records.map((r) => r.row.id);
  const rows =
    ids.length === 0
      ? []
      : await db.select().from(entries).where(inArray(entries.jobId, ids)).orderBy(asc(entries.seq));
  const jobs = records.map(({ row, job }): BenchJob => {
    const own = rows.filter((e) => e.jobId === row.id);
    const state = jobState(job, own.map(entryOf));
    const ordered = orders.find((o) => o.jobId === row.id && o.state !== "given-up");
    const fittedSince =
      ordered !== undefined && own.some((e) => e.kind === "fitted" && e.at.toISOString() > ordered.at);
    return {
      id: row.id,
      engineId: row.engineId,
      engine: row.engineFile.name,
      serial: engines.find((e) => e.id === row.engineId)?.serial ?? null,
      stands: standsWords(job, state, nextThing(job, state, { nowMs: Date.now() })),
      doneCount: state.doneCount,
      valveCount: job.valves.length,
      closed: state.ended,
      touchedAt: (own.at(-1)?.at ?? row.openedAt).toISOString(),
      file: row.engineFile,
      order: ordered === undefined || fittedSince || state.ended ? null : ordered,
      valves: [...state.valves.values()].map((v) => ({
        id: v.valve.id,
        status: v.status,
        figure: rulesOf(job).figure?.(v) ?? (v.last === null ? null : shortReading(v.last)),
      })),
    };
  });
  return { jobs: jobs.sort((a, b) => turnOf(a) - turnOf(b)), engines };
}

/** A job whose parts have come is back on the bench, first; one that waits lies behind the others. */
const turnOf = ({ order }: BenchJob): number =>
  order === null ? 1 : order.state === "delivered" || order.state === "refused" ? 0 : isOpen(order) ? 2 : 1;
