/** Every step of the database runs on rows of its own time, with every kind of entry and of work that there was then. */
import { randomUUID } from "node:crypto";
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import pg from "pg";
import { afterAll, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { resolveEngine } from "@/core/engine/resolve";
import { jobState, nextThing } from "@/core/job/run";
import { planMethod } from "@/core/stops/planMethod";
import { routeOf } from "@/core/stops/route";
import { record } from "@/server/jobs/record";
import { connectOwner } from "./connect";
import { freshDatabase } from "./freshDatabase.testing";
import { emptyDatabase, prepareDatabase } from "./prepare";
import { findJob } from "./queries/jobs";
import { ledgerOf } from "./queries/ledger";
import { SQL_STATES } from "./sqlStates";

const ALL = path.resolve(import.meta.dirname, "migrations");
const FUNCTIONS = path.resolve(import.meta.dirname, "functions");
const folder = mkdtempSync(path.join(tmpdir(), "migrations-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Journal {
  entries: { tag: string }[];
}

/** A migrations folder that ends after the first `count`. */
function upTo(count: number): string {
  const part = path.join(folder, String(count));
  cpSync(ALL, part, { recursive: true });
  const file = path.join(part, "meta/_journal.json");
  const journal = JSON.parse(readFileSync(file, "utf8")) as Journal;
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }));
  return part;
}

const STEPS = (JSON.parse(readFileSync(path.join(ALL, "meta/_journal.json"), "utf8")) as Journal).entries;

class Old {
  private constructor(private readonly client: pg.Client) {}
  static async at(url: string): Promise<Old> {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    // Rows as they were kept then, whatever order the rules of that time want them in.
    await client.query("set session_replication_role = replica");
    return new Old(client);
  }
  query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> =>
    (await this.client.query<T>(text, values)).rows;
  /** Inserts what this time has columns for. */
  async insert(table: string, row: Readonly<Record<string, unknown>>): Promise<void> {
    const known = await this.query<{ column_name: string }>(
      "select column_name from information_schema.columns where table_name = $1",
      [table],
    );
    const columns = Object.keys(row).filter((c) => known.some((k) => k.column_name === c));
    const places = columns.map((_, i) => `$${i + 1}`);
    await this.query(
      `insert into ${table} (${columns.join(", ")}) values (${places.join(", ")})`,
      columns.map((c) => row[c]),
    );
  }
  /** The kinds of entries, as this time lists them. */
  async entryKinds(): Promise<string[]> {
    const [check] = await this.query<{ def: string }>(
      "select pg_get_constraintdef(oid) as def from pg_constraint where conname = 'entries_kind' and contype = 'c'",
    );
    if (check !== undefined) return [...check.def.matchAll(/'([^']+)'/g)].map((m) => m[1] ?? "");
    return (await this.query<{ kind: string }>("select kind from entry_kinds")).map((r) => r.kind);
  }
  async has(table: string, column: string): Promise<boolean> {
    const sql = "select 1 from information_schema.columns where table_name = $1 and column_name = $2";
    return (await this.query(sql, [table, column])).length > 0;
  }
  end = (): Promise<void> => this.client.end();
}

const FILE = engineFile(["1"], { cam: MILD_CAM });
const ENGINE = resolveEngine(FILE);
const ROUTE = routeOf(ENGINE, planMethod("firing-order", ENGINE));

/** The columns that a kind of entry filled, whatever it was called then. */
const GAP = { goes_mm: 0.2, goes_text: "0.20 mm", no_go_mm: 0.25, no_go_text: "0.25 mm" };
const AT_VALVE = { valve: "1I", stop: "A" };
const FILLED: Readonly<Record<string, object>> = {
  arrived: { stop: "A" },
  reading: { ...AT_VALVE, ...GAP, pass: "as-found" },
  set: { ...AT_VALVE, turns: 0.1, locked: true, aim_mm: 0.2 },
  locked: AT_VALVE,
  left: { valve: "1I" },
  reopened: { valve: "1I", reason: "ticks" },
  zeroed: { ...AT_VALVE, zero_school: "spin", found_turns: 0.5 },
  fitted: { ...AT_VALVE, length_mm: 2.5, from_mm: 2.4, part_from: "part x" },
  ordered: { subject: "one shim" },
  bled: { reason: "they collapsed" },
  "bled-down": { reason: "they collapsed" },
  warmth: { celsius: 80 },
  temperature: { celsius: 80 },
  loaded: { ...AT_VALVE, ...GAP },
  "loaded-gap": { ...AT_VALVE, ...GAP },
  tried: { ...AT_VALVE, felt: "hint" },
  "closer-felt": { ...AT_VALVE, felt: "hint" },
  plugged: { count: 4, subject: "belts off" },
  bridged: { ...AT_VALVE, turned: true },
  tightened: { subject: "girdle" },
  answered: { subject: "odd:x", reason: "looked" },
  checked: { subject: "locks" },
  paused: { reason: "break" },
};
const TODAY: Readonly<Record<string, string>> = {
  barred: "turned-over",
  warmth: "temperature",
  bled: "bled-down",
  loaded: "loaded-gap",
  tried: "closer-felt",
};
/** Kinds of work by the columns that held their plans. */
const PLANS: Readonly<Record<string, { readonly work: string; readonly task: string; readonly plan: object }>> = {
  preload: { work: "preload", task: "preload", plan: { targetTurns: 0.5 } },
  fixed: { work: "dry-gap", task: "dry-gap", plan: { fittedMm: { "1I": 229.4 } } },
  shims: { work: "lash", task: "shims", plan: { kind: "shim-over", diameterMm: 29, fittedMm: {} } },
  closing: { work: "lash", task: "opener-closer", plan: { closerAimMm: 0 } },
};

describe("a database", () => {
  it.each(STEPS.map(({ tag }, i) => [tag, i + 1] as const))(
    "of %s keeps all that is in it, and its job in hand goes on",
    async (_tag, step) => {
      const url = await freshDatabase(inject("databaseUrl"));
      await prepareDatabase(url, { migrations: upTo(step) });
      const old = await Old.at(url);
      const ids = Array.from({ length: 7 }, () => randomUUID());
      const [shop = "", person = "", set = "", model = "", engine = "", inHand = "", full = ""] = ids;
      await old.insert("shops", { id: shop, name: "Old shop" });
      await old.insert("people", { id: person, shop_id: shop, name: "Old hand", role: "lead" });
      await old.insert("feeler_sets", { id: set, shop_id: shop, name: "Set", system: "metric" });
      for (const mm of [0.2, 0.25])
        await old.insert("feeler_leaves", {
          id: randomUUID(),
          shop_id: shop,
          set_id: set,
          mm_mark: mm.toFixed(2),
          thickness_mm: mm,
        });
      await old.insert("engine_models", { id: model, shop_id: shop, file: FILE });
      await old.insert("engines", { id: engine, shop_id: shop, model_id: model });
      const job = (id: string, more: object = {}) =>
        old.insert("jobs", {
          id,
          shop_id: shop,
          engine_id: engine,
          opened_by: person,
          state: "cold",
          feeler_set_id: set,
          method: "firing-order",
          required_margin_deg: 10,
          cautions: ["a"],
          engine_file: FILE,
          route: JSON.stringify(ROUTE),
          task: "screw",
          ...more,
        });
      const plans: [string, string][] = [];
      for (const id of [inHand, full]) await job(id);
      for (const [column, { work, plan }] of Object.entries(PLANS)) {
        if (!(await old.has("jobs", column))) continue;
        const id = randomUUID();
        await job(id, { work, [column]: plan, mm_per_turn: work === "preload" ? 0.9 : null });
        plans.push([id, column]);
      }
      for (const [position, v] of FILE.valves.entries())
        for (const jobId of [inHand, full])
          await old.insert("job_valves", {
            shop_id: shop,
            job_id: jobId,
            valve: v.id,
            cylinder: v.cylinder,
            role: v.role,
            position,
            nominal_mm: 0.2,
            low_mm: 0.15,
            high_mm: 0.25,
          });
      const kinds = await old.entryKinds();
      let seq = 0;
      const entry = async (jobId: string, kind: string, more: object = {}): Promise<string> => {
        const id = randomUUID();
        seq += 1;
        const row = { id, shop_id: shop, job_id: jobId, seq, kind, person_id: person, ...FILLED[kind], ...more };
        await old.insert("entries", row);
        return id;
      };
      let reading = "";
      for (const kind of kinds.filter((k) => k !== "withdrawn")) {
        const id = await entry(full, kind, kind === "left" ? { reading_id: reading } : {});
        if (kind === "reading") reading = id;
      }
      const last = await entry(full, "arrived");
      await entry(full, "withdrawn", { supersedes: last });
      const [stop] = ROUTE;
      seq = 0;
      await entry(inHand, "arrived", { stop: stop?.letter });
      const readingId = await entry(inHand, "reading", { valve: stop?.valves[0]?.valve, stop: stop?.letter });
      await entry(inHand, "left", { valve: stop?.valves[0]?.valve, reading_id: readingId });
      await old.end();

      // The next step by itself, then all the others in one go, as whoever was away for long takes them.
      if (step < STEPS.length) await prepareDatabase(url, { migrations: upTo(step + 1) });
      await prepareDatabase(url);
      const { db, end } = connectOwner(url);
      const told = (await ledgerOf(db, shop, full)).map((e) => e.kind);
      expect(told).toEqual([
        ...kinds.filter((k) => k !== "withdrawn").map((k) => TODAY[k] ?? k),
        "arrived",
        "withdrawn",
      ]);
      for (const [id, column] of plans) {
        const { task, plan } = PLANS[column] ?? {};
        expect((await findJob(db, shop, id))?.job.task).toEqual({ kind: task, plan });
      }
      const found = await findJob(db, shop, inHand);
      if (found === null) throw new Error("the job in hand is gone");
      const kept = await ledgerOf(db, shop, inHand);
      const state = jobState(found.job, kept);
      expect(state.doneCount).toBe(1);
      const next = nextThing(found.job, state);
      const valve = next.kind === "read" ? next.valve.valve.id : "";
      const leaf = (mm: number) => ({ mm, text: `${mm} mm` });
      const actor = {
        shopId: shop,
        shopName: "Old shop",
        person: { id: person, name: "Old hand", role: "lead", school: "go-no-go" },
      } as const;
      const base = { supersedes: null, valve, reason: null };
      const again = randomUUID();
      await record(db, actor, inHand, {
        entries: [
          {
            ...base,
            id: again,
            kind: "reading",
            stop: state.stop?.letter ?? "",
            pass: "as-found",
            goes: leaf(0.2),
            noGo: leaf(0.25),
            school: "go-no-go",
            value: null,
            instrument: null,
          },
          { ...base, id: randomUUID(), kind: "left", reading: again },
        ],
      });
      expect(jobState(found.job, await ledgerOf(db, shop, inHand)).doneCount).toBe(2);
      await end();
    },
    180_000,
  );

  it("knows each of its rules by a code of its own, and the app knows them all", () => {
    const files = readdirSync(FUNCTIONS).map((f) => readFileSync(path.join(FUNCTIONS, f), "utf8"));
    const raised = new Set(files.flatMap((text) => [...text.matchAll(/ERRCODE = '(FL\d+)'/g)].map((m) => m[1])));
    expect([...raised].sort()).toEqual(Object.values(SQL_STATES).sort());
    for (const text of files)
      for (const [raise] of text.matchAll(/RAISE EXCEPTION[^;]*;/g)) expect(raise).toContain("ERRCODE");
  });

  it("is emptied of this app's records and of nothing else that it holds", async () => {
    const url = await freshDatabase(inject("databaseUrl"));
    const names = async (sql: string): Promise<string[]> => {
      const client = new pg.Client({ connectionString: url });
      await client.connect();
      const { rows } = await client.query<{ name: string }>(sql);
      await client.end();
      return rows.map((r) => r.name);
    };
    await names("create table somebody_elses (id int)");
    await prepareDatabase(url);
    await emptyDatabase(url);
    expect(await names("select tablename as name from pg_tables where schemaname = 'public'")).toEqual([
      "somebody_elses",
    ]);
    expect(await names("select proname as name from pg_proc where pronamespace = 'public'::regnamespace")).toEqual(
      [],
    );
    await prepareDatabase(url);
  });
});
