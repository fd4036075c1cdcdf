/** A whole shop out of one database and into another: the same, row for row, or nothing of it. */
import { createWriteStream, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { text } from "node:stream/consumers";
import { pipeline } from "node:stream/promises";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { loadSheet } from "@/server/jobs/sheet";
import { wholeShopManifest } from "@/core/shop/wholeShop";
import { openPromise } from "yauzl";
import yazl from "yazl";
import { ofShop } from "../connect";
import { type TestDatabase, demoTestDatabase, testDatabase } from "../freshDatabase.testing";
import { engines, jobs, people, shops } from "../schema";
import { exportShop } from "./exportShop";
import { importShop } from "./importShop";
import { STAYS, shopTables } from "./tables";

let [here, there]: TestDatabase[] = [];
let shopId = "";
const folder = mkdtempSync(path.join(tmpdir(), "fulcrata-shop-"));
const file = path.join(folder, "shop.zip");
const db = (which: TestDatabase | undefined): TestDatabase => {
  if (which === undefined) throw new Error("no database");
  return which;
};
beforeAll(async () => {
  [here, there] = await Promise.all([demoTestDatabase(inject("databaseUrl")), testDatabase(inject("databaseUrl"))]);
  shopId = (await db(here).owner.select().from(shops))[0]?.id ?? "";
  // What was renamed since stands in the ledger as it was.
  await db(here).owner.execute(sql`update people set name = name || ' the Elder' where role = 'lead'`);
  await exportShop(ofShop(db(here).db, shopId), shopId, file, new Date("2026-11-28T12:00:00Z"));
  await readAll();
}, 120_000);
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await Promise.all([db(here).end(), db(there).end()]);
});

/** What an archive holds, by name. */
const held = new Map<string, string>();
async function readAll(): Promise<void> {
  const zip = await openPromise(file);
  for await (const entry of zip.eachEntry())
    held.set(entry.fileName, await text(await zip.openReadStreamPromise(entry)));
}
const read = (name: string): string => held.get(name) ?? "";

/** The same archive with some of it written anew. */
async function changed(change: (name: string, text: string) => string): Promise<string> {
  const made = path.join(folder, "changed.zip");
  const zip = new yazl.ZipFile();
  for (const [name, was] of held) zip.addBuffer(Buffer.from(change(name, was)), name);
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(made));
  return made;
}
const why = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => e.message,
  );

describe("what goes out", () => {
  it("is every table of a shop, but for secrets and what is in hand, as JSON and as CSV", async () => {
    const manifest = wholeShopManifest.parse(JSON.parse(read("shop.json")));
    const { rows } = await db(here).owner.execute<{ t: string }>(
      sql`select distinct table_name as t from information_schema.columns where table_schema = 'public' and column_name = 'shop_id' and table_name not in ('live_entries', 'sessions')`,
    );
    expect([...manifest.tables.map((t) => t.name), ...STAYS].sort()).toEqual(
      ["shops", ...rows.map((r) => r.t)].sort(),
    );
    for (const { name, rows: count, columns } of manifest.tables) {
      const lines = read(`tables/${name}.jsonl`)
        .split("\n")
        .filter((l) => l !== "");
      expect([name, lines.length]).toEqual([name, count]);
      const [head = ""] = read(`csv/${name}.csv`).split("\r\n");
      expect(head.split(",")).toEqual(columns.map((c) => c.name));
    }
    expect(read("tables/people.jsonl") + read("csv/people.csv")).not.toMatch(/user_id|password|hash/);
    expect(manifest.tables.find((t) => t.name === "entries")?.rows).toBeGreaterThan(500);
  });
});

describe("what comes in", () => {
  it("is refused whole when anything of it was changed, and nothing of it stays", async () => {
    const entries = (name: string, to: (text: string) => string) => (n: string, text: string) =>
      n === name ? to(text) : text;
    for (const [change, said] of [
      [
        entries("tables/entries.jsonl", (t) => t.replace('"value_text":null', '"value_text":"0.2 mm"')),
        /entries (does not go in|is not what was exported)/,
      ],
      [
        entries("tables/entries.jsonl", (t) => t.slice(t.indexOf("\n") + 1)),
        /entries (does not go in|is not what was exported)/,
      ],
      [
        entries("tables/jobs.jsonl", (t) => t.replaceAll(shopId, "123e4567-e89b-42d3-a456-426614174000")),
        /does not go in|is not what was exported/,
      ],
      [entries("tables/parts.jsonl", () => "{not json}\n"), /parts does not go in/],
      [entries("shop.json", (t) => t.replace(/"step": "[^"]*"/, '"step": "0001_old"')), /of another version/],
      [entries("shop.json", () => "[]"), /no manifest/],
      [entries("shop.json", (t) => t.replace('"name": "commands"', '"name": "users"')), /other tables/],
    ] as const) {
      expect(await why(importShop(db(there).owner, await changed(change)))).toMatch(said);
      expect(await db(there).owner.select({ id: shops.id }).from(shops)).toEqual([]);
    }
    writeFileSync(path.join(folder, "no.zip"), "no archive");
    expect(await why(importShop(db(there).owner, path.join(folder, "no.zip")))).toMatch(/no archive of a shop/);
    // No rule of the database is left switched off.
    expect((await db(there).owner.execute(sql`select tgname from pg_trigger where tgenabled = 'D'`)).rows).toEqual(
      [],
    );
  }, 120_000);

  it("is the same ledger and the same sheets, under the same rules as before, and in once", async () => {
    const { signIn } = await importShop(db(there).owner, file);
    const [was, is] = [ofShop(db(here).db, shopId), ofShop(db(there).db, shopId)];
    for (const { name, columns } of await shopTables(was)) {
      const same = sql.raw(
        `select md5(string_agg(r, '|' order by r)) as h from (select row_to_json(t)::text as r from (select ${columns.map((c) => `"${c.name}"`).join(", ")} from ${name}) t) a`,
      );
      expect([name, (await is.execute(same)).rows]).toEqual([name, (await was.execute(same)).rows]);
    }
    const viewer = { shopId, shopName: "", person: null };
    const all = await was.select({ id: jobs.id }).from(jobs);
    expect(all.length).toBeGreaterThan(5);
    for (const { id } of all)
      expect((await loadSheet(is, viewer, id)).sheet).toEqual((await loadSheet(was, viewer, id)).sheet);
    // Nobody comes in by a name alone, and each has a way to sign in.
    expect((await is.select({ madeUp: shops.madeUp }).from(shops))[0]?.madeUp).toBe(false);
    const lead = (await is.select().from(people)).find((p) => p.role === "lead");
    expect(signIn.map((s) => s.userId)).toContain(lead?.userId);
    // The ledger is held to its rules again.
    await expect(is.execute(sql`update entries set reason = 'x'`)).rejects.toThrow();
    await expect(db(there).owner.execute(sql`update entries set reason = 'x'`)).rejects.toThrow();
    const [engine] = await is.select({ id: engines.id }).from(engines).limit(1);
    expect(engine).toBeDefined();
    expect(await why(importShop(db(there).owner, file))).toMatch(/^This shop is here already/);
  }, 120_000);
});
