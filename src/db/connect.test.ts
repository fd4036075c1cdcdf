/** Connections to a server that freezes, or whose writers wait for each other. */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { type Database, connect, ofShop } from "./connect";
import { appUrlOf } from "./appRole.mjs";
import { testDatabase } from "./freshDatabase.testing";

/** Far longer than a statement takes where this machine stands still for a moment. */
const QUICK = { statement: 1000, lock: 1000, idleInTransaction: 6000, connection: 4000 };

let owner: Database;
let url: string;
let end: () => Promise<void>;
beforeAll(async () => {
  ({ owner, ownerUrl: url, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

const pidOf = async (db: Pick<Database, "execute">): Promise<number> =>
  Number((await db.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)).rows[0]?.pid);

describe("a pool", () => {
  it("loses a connection whose backend is frozen, and no more than that", async () => {
    const { db, end: close } = connect(appUrlOf(url), 2, QUICK);
    let frozen = 0;
    await expect(
      db.transaction(async (tx) => {
        frozen = await pidOf(tx);
        process.kill(frozen, "SIGSTOP");
        await tx.execute(sql`select 1`);
      }),
    ).rejects.toThrow();
    try {
      const pids = await Promise.all(Array.from({ length: 8 }, () => pidOf(db)));
      expect(pids).toHaveLength(8);
      expect(pids).not.toContain(frozen);
    } finally {
      process.kill(frozen, "SIGCONT");
    }
    await close();
  });

  it("has a connection again after one on which no transaction could even begin", async () => {
    const { db, end: close } = connect(appUrlOf(url), 1, QUICK);
    const frozen = await pidOf(db);
    process.kill(frozen, "SIGSTOP");
    try {
      for (const one of [db, ofShop(db, randomUUID())]) {
        await one.transaction((tx) => pidOf(tx)).catch(() => undefined);
        expect(await one.transaction((tx) => pidOf(tx))).not.toBe(frozen);
      }
    } finally {
      process.kill(frozen, "SIGCONT");
    }
    await close();
  });

  it("does a transaction once more that was ended for another's sake", async () => {
    await owner.execute(sql`create table tokens (id int primary key)`);
    await owner.execute(sql`insert into tokens values (1), (2)`);
    const { db, end: close } = connect(url, 2, { ...QUICK, statement: 8000, lock: 8000 });
    let tries = 0;
    let eachHasOne: (() => void) | undefined;
    const bothBegun = new Promise<void>((done) => (eachHasOne = done));
    const both = (first: number, second: number) =>
      db.transaction(async (tx) => {
        tries += 1;
        await tx.execute(sql`select * from tokens where id = ${first} for update`);
        if (tries >= 2) eachHasOne?.();
        await bothBegun;
        await tx.execute(sql`select * from tokens where id = ${second} for update`);
      });
    await Promise.all([both(1, 2), both(2, 1)]);
    expect(tries).toBe(3);
    await close();
  });

  it("passes on what else fails, at once", async () => {
    const { db, end: close } = connect(url, 1, QUICK);
    let tries = 0;
    await expect(
      db.transaction(async (tx) => {
        tries += 1;
        await tx.execute(sql`select 1 / 0`);
      }),
    ).rejects.toThrow();
    expect(tries).toBe(1);
    await close();
  });
});
