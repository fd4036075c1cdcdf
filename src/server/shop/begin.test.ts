/** The first shop of a database, and who is taken into it, over the server's own doors. */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { Database } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { people, shops } from "@/db/schema";
import type { Actor } from "../http/actor";
import { type Begin, beginInput, beginShop, hasShop, takeIn, takeInInput } from "./begin";

let db: Database;
let end: () => Promise<void>;
beforeAll(async () => {
  ({ db, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

const begin = (more: Partial<Begin> = {}): Begin =>
  beginInput.parse({
    shopId: randomUUID(),
    personId: randomUUID(),
    shopName: " Wharf Road Valves ",
    name: "Una Selby",
    school: "drag",
    lengthUnit: "in",
    currency: "USD",
    ...more,
  });
const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => e.message,
  );

describe("an empty database", () => {
  it("becomes one shop with its lead, however often and by how many at once it is sent", async () => {
    expect(await hasShop(db)).toBe(false);
    const first = begin();
    await Promise.all([1, 2, 3].map(() => beginShop(db, first)));
    expect(await hasShop(db)).toBe(true);
    expect(await db.select({ name: shops.name, unit: shops.lengthUnit, money: shops.currency }).from(shops)).toEqual([
      { name: "Wharf Road Valves", unit: "in", money: "USD" },
    ]);
    expect(await db.select({ name: people.name, role: people.role, school: people.school }).from(people)).toEqual([
      { name: "Una Selby", role: "lead", school: "drag" },
    ]);
    // Nobody makes themselves lead of a shop that is there.
    expect(await sentence(beginShop(db, begin()))).toMatch(/^There is a shop here already/);
    expect(await sentence(beginShop(db, { ...first, name: "Somebody Else" }))).toMatch(
      /^There is a shop here already/,
    );
    expect(await sentence(db.execute(sql`insert into shops (name) values ('Another')`))).not.toBe("taken");
  });
  it("takes people in by its lead alone, each name once", async () => {
    const [lead] = await db.select().from(people);
    const [shop] = await db.select().from(shops);
    if (lead === undefined || shop === undefined) throw new Error("no shop");
    const actor: Actor = { shopId: shop.id, shopName: shop.name, person: lead };
    const taking = (name: string) =>
      takeInInput.parse({ id: randomUUID(), name, role: "mechanic", school: "go-no-go" });
    const pell = taking("Ivor Pell");
    await takeIn(db, actor, pell);
    await takeIn(db, actor, pell);
    expect(await sentence(takeIn(db, actor, taking("Ivor Pell")))).toMatch(/^Somebody of this name is in the shop/);
    const [mechanic] = (await db.select().from(people)).filter((p) => p.name === "Ivor Pell");
    if (mechanic === undefined) throw new Error("not taken in");
    expect(await sentence(takeIn(db, { ...actor, person: mechanic }, taking("A Friend")))).toBe(
      "Only a lead hand takes people into the shop.",
    );
    expect(await sentence(takeIn(db, { ...actor, shopId: randomUUID() }, taking("A Friend")))).not.toBe("taken");
    expect((await db.select().from(people)).map((p) => p.name).sort()).toEqual(["Ivor Pell", "Una Selby"]);
  });
});
