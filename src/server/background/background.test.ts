/** What is done without anybody asking, over a queue in a database of its own. */
import { randomUUID } from "node:crypto";
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { BackgroundLine } from "@/core/shop/background";
import { hashesOf, keepNewest, nightlyIn, nightlyName, verify } from "@/db/backup";
import { ofShop } from "@/db/connect";
import { type TestDatabase, testDatabase } from "@/db/freshDatabase.testing";
import { sessions, users, verifications } from "@/db/schema";
import { findPostgres } from "../../../scripts/lib/postgres.mjs";
import { newShop } from "../http/shop.testing";
import { workOnQueue } from "./queue";
import { backgroundSeen } from "./seen";
import { clearPassing, nightlyBackup } from "./work";

let test: TestDatabase;
const folder = mkdtempSync(path.join(tmpdir(), "fulcrata-backups-"));
beforeAll(async () => {
  process.env["PG_BIN"] = findPostgres() ?? "";
  test = await testDatabase(inject("databaseUrl"));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await test.end();
});

/** Until it is so, or a minute is over. */
async function until<T>(look: () => Promise<T | undefined>): Promise<T> {
  for (let tries = 0; tries < 240; tries++) {
    const found = await look();
    if (found !== undefined) return found;
    await new Promise((done) => setTimeout(done, 250));
  }
  throw new Error("it did not come");
}

describe("backups", () => {
  it("are kept in a number, and each can be proven", async () => {
    const at = { ownerUrl: test.ownerUrl, backups: path.join(folder, "nights"), backupsKept: 2 };
    const nights = [1, 2, 3].map((day) => new Date(`2026-03-0${day}T02:15:00Z`));
    const said: string[] = [];
    for (const night of nights) said.push(await nightlyBackup(at, night));
    expect(said.at(-1)).toMatch(/^\d+ rows? in fulcrata-2026-03-03T0215\.dump, 2 backups kept, 1 gone$/);
    const files = nightlyIn(at.backups);
    expect(files).toEqual([nights[2], nights[1]].map((night) => nightlyName(night ?? new Date())));
    for (const file of files) expect(existsSync(hashesOf(path.join(at.backups, file)))).toBe(true);
    const kept = path.join(at.backups, files[0] ?? "");
    expect((await verify(test.ownerUrl, kept)).tables).toBeGreaterThan(20);
    // What somebody put there by hand stays.
    writeFileSync(path.join(at.backups, "before-the-move.dump"), "");
    expect(keepNewest(at.backups, 1)).toBe(1);
    expect(readdirSync(at.backups).sort()).toEqual(
      ["before-the-move.dump", files[0], hashesOf(files[0] ?? "")].sort(),
    );
    // A night is not overwritten.
    await expect(nightlyBackup(at, nights[2] ?? new Date())).rejects.toThrow(/is there already/);
  });
});

describe("what passes", () => {
  it("goes when it is over, and nothing else", async () => {
    const now = new Date();
    const [before, after] = [-1, 1].map((s) => new Date(now.getTime() + s * 1000));
    if (before === undefined || after === undefined) return;
    const userId = randomUUID();
    await test.owner
      .insert(users)
      .values({ id: userId, name: "Ada", email: `${userId}@shop.invalid`, username: userId });
    for (const [token, expiresAt] of [
      ["over", before],
      ["good", after],
    ] as const) {
      await test.owner.insert(sessions).values({ id: randomUUID(), userId, token, expiresAt });
      await test.owner.insert(verifications).values({ id: randomUUID(), identifier: token, value: "x", expiresAt });
    }
    await test.owner.execute(
      sql`insert into tries (key, points, expire) values ('over', 3, ${before.getTime()}), ('good', 3, ${after.getTime()}), ('for good', 3, null)`,
    );
    expect(await clearPassing(test.owner, now)).toBe("1 session, 1 link, 1 count of tries");
    expect((await test.owner.select().from(sessions)).map((s) => s.token)).toEqual(["good"]);
    expect((await test.owner.execute(sql`select key from tries order by key`)).rows).toEqual([
      { key: "for good" },
      { key: "good" },
    ]);
  });
});

describe("the queue", () => {
  it("does its work once, tries again what failed, and shows a shop what is its own", async () => {
    const [mine, other] = [await newShop(test.owner), await newShop(test.owner)];
    const db = ofShop(test.db, mine.shopId);
    expect(await backgroundSeen(db)).toEqual([]);
    const at = {
      owner: test.owner,
      ownerUrl: test.ownerUrl,
      app: test.db,
      backups: path.join(folder, "queued"),
      backupsKept: 3,
    };
    // A file stands where the folder should be.
    writeFileSync(path.join(folder, "no-place"), "");
    const broken = { ...at, backups: path.join(folder, "no-place", "backups") };
    const again = { retryLimit: 1, retryDelay: 1, retryBackoff: false };
    const first = await workOnQueue(broken, again, 0.5);
    const seen = (kind: BackgroundLine["kind"], state: BackgroundLine["state"]) =>
      until(async () => (await backgroundSeen(db)).find((l) => l.kind === kind && l.state === state));
    // Begun where no backup ever was, one is made at once.
    const failed = await seen("backup", "given up");
    expect(failed).toMatchObject({
      retries: 1,
      mostRetries: 1,
      said: expect.stringMatching(/no-place/) as string,
    });
    for (const { shopId } of [mine, other]) await first.boss.send("orders", { shopId }, { singletonKey: shopId });
    // Sent again while it waits, it is the same.
    await seen("orders", "done");
    const orders = (await backgroundSeen(db)).filter((l) => l.kind === "orders");
    expect(orders).toMatchObject([{ said: "0 orders asked after, 0 moved on" }]);
    await first.stop();
    const second = await workOnQueue(at, again, 0.5);
    expect(await seen("backup", "done")).toMatchObject({
      said: expect.stringMatching(/^\d+ rows in fulcrata-/) as string,
    });
    await second.stop();
    // A night that is there is not made up for.
    const third = await workOnQueue(at, again, 0.5);
    await new Promise((done) => setTimeout(done, 1500));
    await third.stop();
    expect(nightlyIn(at.backups)).toHaveLength(1);
    // The app's role sees the queue no other way.
    await expect(test.db.execute(sql`select 1 from pgboss.job`)).rejects.toThrow();
    expect(await backgroundSeen(test.db)).toEqual([]);
  }, 120_000);
});
