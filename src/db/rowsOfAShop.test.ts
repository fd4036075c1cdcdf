/** What one shop sees of another in the database: nothing, whoever asks. */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { appUrlOf } from "./appRole.mjs";
import { type Database, WHOLE, connectOwner, ofShop } from "./connect";
import { type TestDatabase, demoTestDatabase, freshDatabase } from "./freshDatabase.testing";
import { prepareDatabase } from "./prepare";
import { engineModels, people, shops } from "./schema";

/** What belongs to the installation: who signs in, and what the database knows of kinds. All else belongs to a shop. */
const OF_NO_SHOP = [
  "accounts",
  "applied_functions",
  "entry_fields",
  "entry_kinds",
  "sessions",
  "task_entries",
  "task_kinds",
  "tries",
  "users",
  "verifications",
];

let test: TestDatabase;
let demoId = "";
const strangerId = randomUUID();
let stranger: Database;
beforeAll(async () => {
  test = await demoTestDatabase(inject("databaseUrl"));
  demoId = (await test.owner.select().from(shops))[0]?.id ?? "";
  await test.owner.insert(shops).values({ id: strangerId, name: "Across the road" });
  stranger = ofShop(test.db, strangerId);
}, 120_000);
afterAll(() => test.end());

const rows = async (db: Pick<Database, "execute">, text: string): Promise<Record<string, unknown>[]> =>
  (await db.execute(sql.raw(text))).rows;
const why = (work: PromiseLike<unknown>): Promise<string> =>
  Promise.resolve(work).then(
    () => "taken",
    (error: unknown) => String((error as { cause?: unknown }).cause ?? error),
  );

/** Every table, with the column that names its shop. */
async function shopTables(): Promise<{ name: string; shop: string }[]> {
  const all = await rows(test.owner, "select tablename from pg_tables where schemaname = 'public' order by 1");
  return all
    .map(({ tablename }) => String(tablename))
    .filter((name) => !OF_NO_SHOP.includes(name))
    .map((name) => ({ name, shop: name === "shops" ? "id" : "shop_id" }));
}

describe("the catalog", () => {
  it("has the shop in every key, unique index and reference of what belongs to one", async () => {
    const loose: string[] = [];
    for (const { name, shop } of await shopTables()) {
      const has = (columns: unknown): boolean => String(columns).split(",").includes(shop);
      const unique = await rows(
        test.owner,
        `select c.relname as key, (select string_agg(a.attname, ',') from pg_attribute a where a.attrelid = i.indrelid and a.attnum = any(i.indkey)) as columns
         from pg_index i join pg_class c on c.oid = i.indexrelid where i.indrelid = '${name}'::regclass and i.indisunique`,
      );
      if (unique.length === 0) loose.push(`${name} has no key`);
      loose.push(...unique.filter((u) => !has(u["columns"])).map((u) => `${name}: ${String(u["key"])}`));
      const references = await rows(
        test.owner,
        `select conname as key, confrelid::regclass::text as other, (select string_agg(a.attname, ',') from pg_attribute a where a.attrelid = conrelid and a.attnum = any(conkey)) as columns
         from pg_constraint where contype = 'f' and conrelid = '${name}'::regclass`,
      );
      loose.push(
        ...references
          .filter((r) => !OF_NO_SHOP.includes(String(r["other"])) && !has(r["columns"]))
          .map((r) => `${name}: ${String(r["key"])}`),
      );
      const plain = await rows(
        test.owner,
        `select c.relname as key from pg_index i join pg_class c on c.oid = i.indexrelid
         where i.indrelid = '${name}'::regclass and not i.indisunique
           and not exists (select 1 from pg_attribute a where a.attrelid = i.indrelid and a.attnum = any(i.indkey) and a.attname in ('${shop}', 'user_id'))`,
      );
      loose.push(...plain.map((p) => `${name}: ${String(p["key"])} crosses shops`));
    }
    expect(loose).toEqual([]);
  });
  it("hides rows of other shops in every one of them, from the tables' owner too", async () => {
    const open = await rows(
      test.owner,
      "select relname from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and not (relrowsecurity and relforcerowsecurity)",
    );
    expect(open.map((r) => r["relname"]).sort()).toEqual(OF_NO_SHOP);
    const policies = await rows(
      test.owner,
      "select distinct tablename from pg_policies where policyname = 'of_the_shop'",
    );
    expect(policies.map((r) => r["tablename"]).sort()).toEqual((await shopTables()).map((t) => t.name));
    // What the database computes for the app, it computes with the app's eyes.
    const views = await rows(
      test.owner,
      "select relname from pg_class where relnamespace = 'public'::regnamespace and relkind = 'v' and not coalesce('security_invoker=true' = any(reloptions), false)",
    );
    expect(views).toEqual([]);
  });
});

describe("the app's role", () => {
  it("sees nothing without a shop, and with one that shop alone", async () => {
    for (const { name, shop } of await shopTables()) {
      expect([name, await rows(test.db, `select 1 from ${name} limit 1`)]).toEqual([name, []]);
      expect([name, await rows(stranger, `select 1 from ${name} where ${shop} <> '${strangerId}' limit 1`)]).toEqual([
        name,
        [],
      ]);
    }
    const seen = (db: Database) => rows(db, "select 1 from entries limit 1");
    expect([await seen(ofShop(test.db, demoId)), await seen(stranger)].map((r) => r.length)).toEqual([1, 0]);
    expect(await rows(stranger, "select name from shops")).toEqual([{ name: "Across the road" }]);
    // The view of what still stands hides as its table does.
    expect(await rows(stranger, "select 1 from live_entries limit 1")).toEqual([]);
  });
  it("does not come to the whole by saying so", async () => {
    for (const db of [test.db, stranger])
      await db.transaction(async (tx) => {
        await tx.execute(sql`select set_config('app.whole', 'on', true)`);
        expect(await rows(tx, `select 1 from engines where shop_id = '${demoId}'`)).toEqual([]);
      });
    expect(await why(test.db.execute(sql`set role postgres`))).toMatch(/denied|does not exist/);
    expect(await why(stranger.execute(sql`alter table engines disable row level security`))).toMatch(/must be owner/);
    expect(await why(stranger.execute(sql`set row_security = off; select 1 from engines`))).not.toBe("taken");
  });
  it("changes nothing of another shop, and puts nothing there", async () => {
    const demo = ofShop(test.db, demoId);
    const engines = () => rows(demo, "select serial, running_hours from engines order by id");
    const before = await engines();
    expect((await stranger.execute(sql`update engines set serial = 'mine', running_hours = 0`)).rowCount).toBe(0);
    expect(await engines()).toEqual(before);
    const file = { format: "fulcrata-engine/1" } as never;
    expect(await why(stranger.insert(engineModels).values({ id: randomUUID(), shopId: demoId, file }))).toMatch(
      /row-level security/,
    );
    // Nor by the database's own doors: whoever leads one shop leads no other.
    const lead = (await demo.select().from(people)).find((p) => p.role === "lead")?.id ?? "";
    const become = sql`select change_person(${demoId}, ${lead}, ${lead}, 'Somebody', 'lead', false)`;
    expect(await why(stranger.execute(become))).toMatch(/only a lead/);
  });
  it("may use the same ids in two shops", async () => {
    const [model] = await ofShop(test.db, demoId).select().from(engineModels).limit(1);
    if (model === undefined) throw new Error("no engine in the demo");
    await stranger.insert(engineModels).values({ id: model.id, shopId: strangerId, file: model.file });
    expect((await stranger.select({ id: engineModels.id }).from(engineModels)).map((m) => m.id)).toEqual([model.id]);
  });
  it("keeps to its shop over many at once on few connections", async () => {
    const names = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        i % 2 === 0
          ? ofShop(test.db, [demoId, strangerId][(i / 2) % 2] ?? "").transaction((tx) =>
              rows(tx, "select id from shops"),
            )
          : rows(ofShop(test.db, [demoId, strangerId][((i - 1) / 2) % 2] ?? ""), "select id from shops"),
      ),
    );
    expect(names.map((r) => r[0]?.["id"])).toEqual(
      Array.from({ length: 60 }, (_, i) => [demoId, strangerId][Math.floor(i / 2) % 2]),
    );
    // Nothing of it is left on a connection.
    expect(await Promise.all(Array.from({ length: 20 }, () => rows(test.db, "select 1 from shops")))).toEqual(
      Array.from({ length: 20 }, () => []),
    );
  });
});

it("an owner who is no superuser sees the whole only where that is said", async () => {
  const admin = new pg.Client({ connectionString: test.ownerUrl });
  const url = new URL(await freshDatabase(inject("databaseUrl")));
  await admin.connect();
  try {
    // Of the same password, so that the app's role keeps the one it has.
    const role = `owner_${randomUUID().slice(0, 8)}`;
    await admin.query(`create role ${role} login password ${admin.escapeLiteral(decodeURIComponent(url.password))}`);
    await admin.query(`alter database ${url.pathname.slice(1)} owner to ${role}`);
    url.username = role;
    await prepareDatabase(url.toString());
    await prepareDatabase(url.toString());
    const whole = connectOwner(url.toString());
    const bare = new pg.Client({ connectionString: url.toString() });
    await bare.connect();
    const shopId = randomUUID();
    await whole.db.insert(shops).values({ id: shopId, name: "Anybody's", madeUp: true });
    await whole.db.insert(people).values({ id: randomUUID(), shopId, name: "Ada", role: "lead" });
    const count = async (client: { query: (text: string) => Promise<pg.QueryResult> }) =>
      (await client.query("select 1 from people limit 1")).rowCount;
    expect((await whole.db.execute(sql`select 1 from people limit 1`)).rowCount).toBe(1);
    expect(await count(bare)).toBe(0);
    await bare.end();
    await whole.end();
    const app = new pg.Client({ connectionString: appUrlOf(url.toString()), options: WHOLE });
    await app.connect();
    expect(await count(app)).toBe(0);
    expect((await app.query("select shop->>'madeUp' as made_up from first_shop()")).rows).toEqual([
      { made_up: "true" },
    ]);
    await app.end();
  } finally {
    await admin.end();
  }
}, 120_000);
