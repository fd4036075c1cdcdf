/** The proof of a backup: equal where all rows are, and not where one figure of one row differs. */
import { randomUUID } from "node:crypto";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { testDatabase } from "./freshDatabase.testing";
import { differing, tableHashes } from "./tableHashes";

let url = "";
let end: () => Promise<void>;
beforeAll(async () => {
  ({ ownerUrl: url, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

async function hashes() {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query("begin");
    return await tableHashes(client);
  } finally {
    await client.end();
  }
}
async function run(sql: string, values: unknown[]): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(sql, values).finally(() => client.end());
}

describe("hashes of tables", () => {
  it("name the table in which a row is other, missing or one more", async () => {
    const [one, two] = [randomUUID(), randomUUID()];
    for (const id of [one, two]) await run("insert into shops (id, name) values ($1, 'A shop')", [id]);
    const before = await hashes();
    expect(before["shops"]?.rows).toBe(2);
    expect(differing(before, await hashes())).toEqual([]);
    await run("update shops set bleed_minutes = 16 where id = $1", [one]);
    expect(differing(before, await hashes())).toEqual(["shops"]);
    await run("update shops set bleed_minutes = 15 where id = $1", [one]);
    expect(differing(before, await hashes())).toEqual([]);
    await run("delete from shops where id = $1", [two]);
    expect(differing(before, await hashes())).toEqual(["shops"]);
  });
});
