/** What lies on the bench: jobs in hand, jobs done last, the engines worked on last; and what is looked for there. */
import { and, asc, eq, inArray } from "drizzle-orm";
import type { EngineFile } from "@/core/engine/engineFile";
import { jobState, nextThing, rulesOf, standsWords } from "@/core/job/run";
import type { ValveStatus } from "@/core/job/state/state";
import { shortReading } from "@/core/job/words/readings";
import type { Database } from "@/db/connect";
import {
  type Engines,
  type JobLine,
  findEngines,
  findJobLines,
  idsInHand,
  jobLines,
  listEnded,
  listEngines,
} from "@/db/queries/bench";
import { entryOf } from "@/db/queries/entryRows";
import { type JobRecord, findJob } from "@/db/queries/jobs";
import { type Progress, progressOf } from "@/core/job/closeOut/items";
import { entries } from "@/db/schema";
import { type Order, isOpen } from "@/core/parts/order";
import { ordersOfJobs, waitedFor } from "../parts/orders";

export interface BenchJob {
  readonly id: string;
  readonly engine: string;
  readonly serial: string | null;
  /** Where it stands, in a line. */
  readonly stands: string;
  /** Valves, or the lines of a check. */
  readonly progress: Progress;
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
  /** The jobs that are drawn in full. */
  readonly jobs: readonly BenchJob[];
  /** The other jobs in hand, of a shop that has very many. */
  readonly further: readonly JobLine[];
  readonly ended: readonly JobLine[];
  readonly engines: Engines;
}

/** So many jobs in hand are drawn in full; the others have a line each. */
const IN_FULL = 12;
/** As many as are looked for on a bench without a search. */
const NEWEST_ENDED = 15;
const ENGINES = 30;

export async function loadBench(db: Database, shopId: string): Promise<Bench> {
  const [engines, inHand, ended] = await Promise.all([
    listEngines(db, shopId, ENGINES),
    idsInHand(db, shopId),
    listEnded(db, shopId, NEWEST_ENDED),
  ]);
  const orders = await ordersOfJobs(db, shopId, inHand);
  // What becomes of parts that were ordered is told in full, however old the job is.
  const waiting = inHand.filter((id) => waitedFor(orders, id, []) !== null);
  const shown = [...waiting, ...inHand.filter((id) => !waiting.includes(id))].slice(0, IN_FULL);
  const [records, lines, rows] = await Promise.all([
    Promise.all(shown.map((id) => findJob(db, shopId, id))),
    jobLines(db, shopId, inHand),
    db
      .select()
      .from(entries)
      .where(and(eq(entries.shopId, shopId), inArray(entries.jobId, shown)))
      .orderBy(asc(entries.seq)),
  ]);
  const ledgers = new Map<string, typeof rows>(shown.map((id) => [id, []]));
  for (const row of rows) ledgers.get(row.jobId)?.push(row);
  const jobs = records
    .filter((r) => r !== null)
    .sort((a, b) => b.row.openedAt.getTime() - a.row.openedAt.getTime())
    .map((record) => {
      const { id } = record.row;
      return benchJob(record, ledgers.get(id) ?? [], orders, lines.find((l) => l.id === id)?.serial ?? null);
    });
  const further = lines.filter((l) => !shown.includes(l.id));
  return { jobs: jobs.sort((a, b) => turnOf(a.order) - turnOf(b.order)), further, ended, engines };
}

function benchJob(
  { row, job }: JobRecord,
  own: readonly (typeof entries.$inferSelect)[],
  orders: readonly Order[],
  serial: string | null,
): BenchJob {
  const kept = own.map(entryOf);
  const state = jobState(job, kept);
  return {
    id: row.id,
    engine: row.engineFile.name,
    serial,
    stands: standsWords(job, state, nextThing(job, state, { nowMs: Date.now() })),
    progress: progressOf(rulesOf(job), job, state),
    touchedAt: (own.at(-1)?.at ?? row.openedAt).toISOString(),
    file: row.engineFile,
    order: waitedFor(orders, row.id, kept),
    valves: [...state.valves.values()].map((v) => ({
      id: v.valve.id,
      status: v.status,
      figure: rulesOf(job).figure?.(v) ?? (v.last === null ? null : shortReading(v.last)),
    })),
  };
}

/** A job whose parts have come is back on the bench, first; one that waits lies behind the others. */
const turnOf = (order: Order | null): number =>
  order === null ? 1 : order.state === "delivered" || order.state === "refused" ? 0 : isOpen(order) ? 2 : 1;

export interface Found {
  readonly engines: Engines;
  readonly jobs: readonly JobLine[];
}

const ENGINES_FOUND = 20;
const JOBS_FOUND = 30;
/** Jobs are looked for on so many of the engines that fit. */
const LOOKED_THROUGH = 100;

/** Engines by name, serial and notes, and the jobs on them or with such a note; nothing for an empty text. */
export async function searchBench(db: Database, shopId: string, text: string): Promise<Found> {
  const words = searchedWords(text);
  const [first, ...others] = words;
  if (first === undefined) return { engines: { engines: [], of: 0 }, jobs: [] };
  const found = await findEngines(db, shopId, [first, ...others], LOOKED_THROUGH);
  const ids = found.engines.map((e) => e.id);
  const jobs = await findJobLines(db, shopId, ids, words, JOBS_FOUND);
  return { engines: { ...found, engines: found.engines.slice(0, ENGINES_FOUND) }, jobs };
}

const MOST_WORDS = 6;

/** What is looked for, word by word. */
const searchedWords = (text: string): string[] =>
  text
    .normalize("NFC")
    .replace(/\p{Cc}/gu, " ")
    .slice(0, 100)
    .split(/\s+/)
    .filter((w) => w !== "")
    .slice(0, MOST_WORDS);
