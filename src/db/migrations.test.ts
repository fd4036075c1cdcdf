/** Every migration runs on rows that were there before it. */
import { randomUUID } from "node:crypto";
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import pg from "pg";
import { afterAll, describe, expect, inject, it } from "vitest";
import { freshDatabase } from "./freshDatabase.testing";
import { emptyDatabase, prepareDatabase } from "./prepare";

const ALL = path.resolve(import.meta.dirname, "migrations");
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

const count = (JSON.parse(readFileSync(path.join(ALL, "meta/_journal.json"), "utf8")) as Journal).entries.length;

async function query<T extends pg.QueryResultRow>(url: string, text: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<T>(text, values);
  await client.end();
  return rows;
}

describe("migrations", () => {
  it("run one by one over old rows, which stay", async () => {
    const url = await freshDatabase(inject("databaseUrl"));
    const ids = Array.from({ length: 6 }, () => randomUUID());
    const [shop, person, set, model, engine, job] = ids;
    for (let n = 1; n <= count; n++) {
      await prepareDatabase(url, { migrations: upTo(n) });
      if (n > 1) continue;
      await query(url, "insert into shops (id, name) values ($1, 'Old shop')", [shop]);
      await query(url, "insert into people (id, shop_id, name, role) values ($1, $2, 'Old hand', 'lead')", [
        person,
        shop,
      ]);
      await query(url, "insert into feeler_sets (id, shop_id, name, system) values ($1, $2, 'Set', 'metric')", [
        set,
        shop,
      ]);
      await query(
        url,
        `insert into engine_models (id, shop_id, file) values ($1, $2, '{"format":"fulcrata-engine/1"}')`,
        [model, shop],
      );
      await query(url, "insert into engines (id, shop_id, model_id) values ($1, $2, $3)", [engine, shop, model]);
      await query(
        url,
        `insert into jobs (id, shop_id, engine_id, opened_by, state, feeler_set_id, method, required_margin_deg, cautions, engine_file, route) values ($1, $2, $3, $4, 'cold', $5, 'two-stop', 10, '{a}', '{}', '[{}]')`,
        [job, shop, engine, person, set],
      );
      await query(
        url,
        "insert into job_valves (shop_id, job_id, valve, cylinder, role, position, nominal_mm, low_mm, high_mm) values ($1, $2, '1I', '1', 'intake', 0, 0.2, 0.15, 0.25)",
        [shop, job],
      );
      await query(
        url,
        "insert into entries (id, shop_id, job_id, seq, kind, person_id, stop) values ($1, $2, $3, 1, 'arrived', $4, 'A')",
        [randomUUID(), shop, job, person],
      );
    }
    await prepareDatabase(url);
    expect(await query(url, "select stop from entries where job_id = $1", [job])).toEqual([{ stop: "A" }]);
    expect(await query(url, "select v as valve from open_valves($1) v", [job])).toEqual([{ valve: "1I" }]);
  });

  it("emptying removes this app's records and nothing else of a shared database", async () => {
    const url = await freshDatabase(inject("databaseUrl"));
    await query(url, "create table somebody_elses (id int)");
    await prepareDatabase(url);
    await emptyDatabase(url);
    const left = await query<{ tablename: string }>(
      url,
      "select tablename from pg_tables where schemaname = 'public'",
    );
    expect(left).toEqual([{ tablename: "somebody_elses" }]);
    await prepareDatabase(url);
  });
});
