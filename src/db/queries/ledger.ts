/** Rows of the ledger to entries of the core, and back. */
import { asc, eq, sql } from "drizzle-orm";
import type { Entry, KeptEntry } from "@/core/run/entry";
import type { Database } from "../connect";
import { entries } from "../schema";

type Row = typeof entries.$inferSelect;
export type NewRow = typeof entries.$inferInsert;

export function entryOf(row: Row): KeptEntry {
  const base = { id: row.id, supersedes: row.supersedes, seq: row.seq, personId: row.personId, at: row.at.toISOString() };
  const valve = row.valve ?? "";
  const stop = row.stop ?? "";
  switch (row.kind) {
    case "arrived":
      return { ...base, kind: "arrived", stop };
    case "reading":
      return {
        ...base, kind: "reading", valve, stop, pass: row.pass ?? "as-found",
        goes: { mm: row.goesMm ?? 0, text: row.goesText ?? "" },
        noGo: { mm: row.noGoMm ?? 0, text: row.noGoText ?? "" },
        reason: row.reason,
      };
    case "set":
      return { ...base, kind: "set", valve, stop, turns: row.turns };
    case "left":
      return { ...base, kind: "left", valve, reading: row.readingId ?? "", reason: row.reason };
    case "withdrawn":
      return { ...base, kind: "withdrawn", supersedes: row.supersedes ?? "" };
    case "closed":
      return { ...base, kind: "closed" };
  }
}

export function rowOf(entry: Entry): Pick<NewRow, "id" | "kind"> & Partial<NewRow> {
  const base = { id: entry.id, kind: entry.kind, supersedes: entry.supersedes };
  switch (entry.kind) {
    case "arrived":
      return { ...base, stop: entry.stop };
    case "reading":
      return {
        ...base, valve: entry.valve, stop: entry.stop, pass: entry.pass, reason: entry.reason,
        goesMm: entry.goes.mm, goesText: entry.goes.text, noGoMm: entry.noGo.mm, noGoText: entry.noGo.text,
      };
    case "set":
      return { ...base, valve: entry.valve, stop: entry.stop, turns: entry.turns };
    case "left":
      return { ...base, valve: entry.valve, readingId: entry.reading, reason: entry.reason };
    case "withdrawn":
    case "closed":
      return base;
  }
}

/** A job's whole ledger, in order. */
export async function ledgerOf(db: Database, jobId: string): Promise<KeptEntry[]> {
  const rows = await db.select().from(entries).where(eq(entries.jobId, jobId)).orderBy(asc(entries.seq));
  return rows.map(entryOf);
}

/** Holds every other writer of this job off until the transaction ends. */
export async function holdJob(tx: Pick<Database, "execute">, jobId: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${jobId}, 0))`);
}
