/** Rows of the ledger to entries of the core, and back. */
import { asc, eq, sql } from "drizzle-orm";
import type { CloseItem, Entry, KeptEntry } from "@/core/run/entry";
import type { Database } from "../connect";
import { entries } from "../schema";

type Row = typeof entries.$inferSelect;
export type NewRow = typeof entries.$inferInsert;

export function entryOf(row: Row): KeptEntry {
  const base = {
    id: row.id,
    supersedes: row.supersedes,
    seq: row.seq,
    personId: row.personId,
    at: row.at.toISOString(),
  };
  const valve = row.valve ?? "";
  const stop = row.stop ?? "";
  const subject = row.subject ?? "";
  const reason = row.reason ?? "";
  switch (row.kind) {
    case "arrived":
      return { ...base, kind: "arrived", stop };
    case "reading":
      return {
        ...base,
        kind: "reading",
        valve,
        stop,
        pass: row.pass ?? "as-found",
        goes: { mm: row.goesMm ?? 0, text: row.goesText ?? "" },
        noGo: { mm: row.noGoMm ?? 0, text: row.noGoText ?? "" },
        school: row.school ?? "go-no-go",
        value: row.valueMm === null ? null : { mm: row.valueMm, text: row.valueText ?? "" },
        instrument: row.instrument,
        reason: row.reason,
      };
    case "set":
      return { ...base, kind: "set", valve, stop, turns: row.turns, aimMm: row.aimMm, locked: row.locked ?? true };
    case "locked":
      return { ...base, kind: "locked", valve, stop };
    case "zeroed":
      return {
        ...base,
        kind: "zeroed",
        valve,
        stop,
        school: row.zeroSchool ?? "up-down",
        foundTurns: row.foundTurns,
        apartTurns: row.apartTurns,
        reason: row.reason,
      };
    case "fitted":
      return {
        ...base,
        kind: "fitted",
        valve,
        stop,
        fromMm: row.fromMm,
        lengthMm: row.lengthMm ?? 0,
        partFrom: row.partFrom,
        part: row.part,
        rings: row.reason,
        instrument: row.instrument,
      };
    case "loaded":
      return {
        ...base,
        kind: "loaded",
        valve,
        stop,
        goes: { mm: row.goesMm ?? 0, text: row.goesText ?? "" },
        noGo: { mm: row.noGoMm ?? 0, text: row.noGoText ?? "" },
      };
    case "tried":
      return { ...base, kind: "tried", valve, stop, felt: row.felt ?? "free" };
    case "plugged":
      return { ...base, kind: "plugged", count: row.count ?? 0, gear: subject };
    case "bridged":
      return { ...base, kind: "bridged", valve, stop, turned: row.turned ?? false };
    case "ordered":
      return { ...base, kind: "ordered", list: subject };
    case "bled":
      return { ...base, kind: "bled", reason };
    case "warmth":
      return { ...base, kind: "warmth", celsius: row.celsius ?? 0 };
    case "reopened":
      return { ...base, kind: "reopened", valve, reason };
    case "tightened":
      return { ...base, kind: "tightened", part: subject };
    case "answered":
      return { ...base, kind: "answered", question: subject, reason };
    case "checked":
      return { ...base, kind: "checked", item: subject as CloseItem, reason: row.reason };
    case "paused":
      return { ...base, kind: "paused", reason };
    case "barred":
    case "signed":
      return { ...base, kind: row.kind };
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
        ...base,
        valve: entry.valve,
        stop: entry.stop,
        pass: entry.pass,
        reason: entry.reason,
        school: entry.school,
        valueMm: entry.value?.mm ?? null,
        valueText: entry.value?.text ?? null,
        instrument: entry.instrument,
        goesMm: entry.goes.mm,
        goesText: entry.goes.text,
        noGoMm: entry.noGo.mm,
        noGoText: entry.noGo.text,
      };
    case "set":
      return {
        ...base,
        valve: entry.valve,
        stop: entry.stop,
        turns: entry.turns,
        aimMm: entry.aimMm,
        locked: entry.locked,
      };
    case "locked":
      return { ...base, valve: entry.valve, stop: entry.stop };
    case "reopened":
      return { ...base, valve: entry.valve, reason: entry.reason };
    case "tightened":
      return { ...base, subject: entry.part };
    case "answered":
      return { ...base, subject: entry.question, reason: entry.reason };
    case "checked":
      return { ...base, subject: entry.item, reason: entry.reason };
    case "zeroed":
      return {
        ...base,
        valve: entry.valve,
        stop: entry.stop,
        zeroSchool: entry.school,
        foundTurns: entry.foundTurns,
        apartTurns: entry.apartTurns,
        reason: entry.reason,
      };
    case "fitted":
      return {
        ...base,
        valve: entry.valve,
        stop: entry.stop,
        fromMm: entry.fromMm,
        lengthMm: entry.lengthMm,
        partFrom: entry.partFrom,
        part: entry.part,
        reason: entry.rings,
        instrument: entry.instrument,
      };
    case "loaded":
      return {
        ...base,
        valve: entry.valve,
        stop: entry.stop,
        goesMm: entry.goes.mm,
        goesText: entry.goes.text,
        noGoMm: entry.noGo.mm,
        noGoText: entry.noGo.text,
      };
    case "tried":
      return { ...base, valve: entry.valve, stop: entry.stop, felt: entry.felt };
    case "plugged":
      return { ...base, count: entry.count, subject: entry.gear };
    case "bridged":
      return { ...base, valve: entry.valve, stop: entry.stop, turned: entry.turned };
    case "ordered":
      return { ...base, subject: entry.list };
    case "warmth":
      return { ...base, celsius: entry.celsius };
    case "paused":
    case "bled":
      return { ...base, reason: entry.reason };
    case "left":
      return { ...base, valve: entry.valve, readingId: entry.reading, reason: entry.reason };
    case "withdrawn":
    case "closed":
    case "barred":
    case "signed":
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
