/** A database of the version before this one opens with all that is in it, and comes to be what a new one is. */
import { randomUUID } from "node:crypto";
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { gunzipSync } from "node:zlib";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { jobState, nextThing } from "@/core/job/run";
import { record } from "@/server/jobs/record";
import { type Database, connectOwner } from "./connect";
import { freshDatabase, preparedDatabase } from "./freshDatabase.testing";
import { emptyDatabase, prepareDatabase } from "./prepare";
import { findJob } from "./queries/jobs";
import { ledgerOf } from "./queries/ledger";
import { SQL_STATES } from "./sqlStates";

const FUNCTIONS = path.resolve(import.meta.dirname, "functions");

/**
 * A dump of the version before, brought up from its first step on, with a shop for each era in which a ledger or a job
 * could hold something else: an entry of every kind, a job of every plan, a job in hand.
 */
const BEFORE = gunzipSync(readFileSync(path.resolve(import.meta.dirname, "before/version.sql.gz"))).toString();

async function asking<T extends pg.QueryResultRow>(url: string, text: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url, options: "-c app.whole=on" });
  await client.connect();
  try {
    return (await client.query<T>(text)).rows;
  } finally {
    await client.end();
  }
}

async function restored(): Promise<string> {
  const url = await freshDatabase(inject("databaseUrl"));
  await asking(url, BEFORE);
  return url;
}

describe("a database of the version before", () => {
  let url: string;
  let db: Database;
  let end: () => Promise<void>;
  let eras: { id: string; name: string }[];
  beforeAll(async () => {
    url = await restored();
    await prepareDatabase(url);
    ({ db, end } = connectOwner(url));
    eras = await asking(url, "select id, name from shops order by name");
  });
  afterAll(() => end());

  it("is what a new one is, rule for rule", async () => {
    const made = async (of: string) => asking<{ what: string }>(of, CATALOG);
    expect(await made(url)).toEqual(await made(await preparedDatabase(inject("databaseUrl"))));
  });

  it("keeps every entry and every plan of each era", async () => {
    expect(eras.length).toBeGreaterThan(8);
    for (const { id: shop, name } of eras) {
      const jobs = await asking<{ id: string; kinds: string[] }>(
        url,
        `select j.id, array(select e.kind from entries e where e.job_id = j.id order by e.seq) as kinds from jobs j where j.shop_id = '${shop}'`,
      );
      for (const { id, kinds } of jobs) {
        expect(
          (await ledgerOf(db, shop, id)).map((e) => e.kind),
          name,
        ).toEqual(kinds);
        const plan = (await findJob(db, shop, id))?.job.task.plan;
        expect(plan, name).toBeDefined();
      }
      expect(Math.max(...jobs.map((j) => new Set(j.kinds).size)), name).toBeGreaterThan(4);
    }
    const tasks = await asking<{ task: string }>(url, "select distinct task from jobs");
    expect(tasks.map((t) => t.task).sort()).toEqual(["dry-gap", "opener-closer", "preload", "screw", "shims"]);
  });

  it("goes on with the job in hand of each era", async () => {
    for (const { id: shop, name } of eras) {
      const [{ id: job, person } = { id: "", person: "" }] = await asking<{ id: string; person: string }>(
        url,
        `select j.id, j.opened_by as person from jobs j where j.shop_id = '${shop}' and 3 = (select count(*) from entries e where e.job_id = j.id)`,
      );
      const found = await findJob(db, shop, job);
      if (found === null) throw new Error(`${name}: the job in hand is gone`);
      const state = jobState(found.job, await ledgerOf(db, shop, job));
      expect(state.doneCount, name).toBe(1);
      const next = nextThing(found.job, state);
      const actor = {
        shopId: shop,
        shopName: name,
        person: { id: person, name: "Old hand", role: "lead", school: "go-no-go" },
      } as const;
      const leaf = (mm: number) => ({ mm, text: `${mm} mm` });
      const base = { supersedes: null, valve: next.kind === "read" ? next.valve.valve.id : "", reason: null };
      const reading = {
        ...base,
        id: randomUUID(),
        kind: "reading",
        stop: state.stop?.letter ?? "",
        pass: "as-found",
        goes: leaf(0.2),
        noGo: leaf(0.25),
        school: "go-no-go",
        value: null,
        instrument: null,
      } as const;
      const left = { ...base, id: randomUUID(), kind: "left", reading: reading.id } as const;
      await record(db, actor, job, { entries: [reading, left] });
      expect(jobState(found.job, await ledgerOf(db, shop, job)).doneCount, name).toBe(2);
    }
  });
});

/** Everything by which a database differs from another but its rows: a line each. */
const CATALOG = `
  select format('column %s.%s %s %s %s %s', table_name, column_name, udt_name, is_nullable, column_default, generation_expression) as what
    from information_schema.columns where table_schema = 'public'
  union all select format('constraint %s %s %s', conrelid::regclass, conname, pg_get_constraintdef(oid))
    from pg_constraint where connamespace = 'public'::regnamespace
  union all select indexdef from pg_indexes where schemaname = 'public'
  union all select pg_get_triggerdef(t.oid) from pg_trigger t join pg_class c on c.oid = t.tgrelid
    where not tgisinternal and c.relnamespace = 'public'::regnamespace
  union all select pg_get_functiondef(oid) from pg_proc where pronamespace = 'public'::regnamespace
  union all select format('policy %s', p) from pg_policies p where schemaname = 'public'
  union all select format('relation %s %s %s %s %s', relname, relkind, relpersistence, relrowsecurity, relforcerowsecurity)
    from pg_class where relnamespace = 'public'::regnamespace
  union all select format('grant %s %s %s', table_name, grantee, privilege_type) from information_schema.table_privileges
    where table_schema = 'public' and grantee <> current_user
  order by 1`;

describe("a database", () => {
  it("that is too old to be brought up to date is left as it is, and told so", async () => {
    const url = await restored();
    await asking(url, "update drizzle.__drizzle_migrations set created_at = 1795000000000");
    await expect(prepareDatabase(url)).rejects.toThrow(/of an older version.*start the version before this one/i);
    expect(await asking(url, "select 1 from entries limit 1")).toHaveLength(1);
  });

  it("knows each of its rules by a code of its own, and the app knows them all", () => {
    const files = readdirSync(FUNCTIONS).map((f) => readFileSync(path.join(FUNCTIONS, f), "utf8"));
    const raised = new Set(files.flatMap((text) => [...text.matchAll(/ERRCODE = '(FL\d+)'/g)].map((m) => m[1])));
    expect([...raised].sort()).toEqual(Object.values(SQL_STATES).sort());
    for (const text of files)
      for (const [raise] of text.matchAll(/RAISE EXCEPTION[^;]*;/g)) expect(raise).toContain("ERRCODE");
  });

  it("is emptied of this app's records and of nothing else that it holds", async () => {
    const url = await preparedDatabase(inject("databaseUrl"));
    await asking(url, "create table somebody_elses (id int)");
    await emptyDatabase(url);
    expect(await asking(url, "select tablename from pg_tables where schemaname = 'public'")).toEqual([
      { tablename: "somebody_elses" },
    ]);
    expect(await asking(url, "select 1 from pg_proc where pronamespace = 'public'::regnamespace")).toEqual([]);
    await prepareDatabase(url);
  });
});
