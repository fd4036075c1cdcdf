/** The first shop of a database, and who is taken into it, over the server's own doors. */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { Role } from "@/core/shop/person";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { people, shops } from "@/db/schema";
import type { Actor } from "../http/who";
import { changePerson, everybody } from "./people";
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
    password: "a long enough one",
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
    // Without a word of which shop, the app sees none.
    expect(await db.select().from(shops)).toEqual([]);
    db = ofShop(db, first.shopId);
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
      "Only a lead takes people into the shop.",
    );
    expect(await sentence(takeIn(db, { ...actor, shopId: randomUUID() }, taking("A Friend")))).not.toBe("taken");
    expect((await db.select().from(people)).map((p) => p.name).sort()).toEqual(["Ivor Pell", "Una Selby"]);
    // Signed in by the same name, however it is written: nobody is taken for another.
    expect(await sentence(takeIn(db, actor, taking("una SELBY")))).toMatch(/^Somebody signs in by this name already/);
  });
  it("is never without a lead, and whoever is gone may come back", async () => {
    const [shop] = await db.select().from(shops);
    const all = await db.select().from(people);
    const [una, ivor] = ["Una Selby", "Ivor Pell"].map((name) => all.find((p) => p.name === name));
    if (shop === undefined || una === undefined || ivor === undefined) throw new Error("no shop");
    const by = (person: typeof una): Actor => ({ shopId: shop.id, shopName: shop.name, person });
    const change = (who: typeof una, as: typeof una, more: Partial<{ name: string; role: Role; gone: boolean }>) =>
      sentence(changePerson(db, by(as), who.id, { name: who.name, role: who.role, gone: false, ...more }));
    expect(await change(ivor, ivor, { role: "lead" })).toBe("Only a lead changes who is in the shop.");
    expect(await change(una, una, { gone: true })).toMatch(/^A shop has a lead/);
    expect(await change(una, una, { role: "mechanic" })).toMatch(/^A shop has a lead/);
    expect(await change(ivor, una, { name: "Una Selby" })).toMatch(/^Somebody of this name/);
    expect(await change(ivor, una, { name: "Ivor T Pell", gone: true })).toBe("taken");
    // Gone, they do nothing here any more; what there is of them stays.
    expect(await change(una, ivor, { name: "Nobody" })).toBe("Only a lead changes who is in the shop.");
    expect((await everybody(db, shop.id)).map((p) => [p.name, p.gone])).toEqual([
      ["Una Selby", false],
      ["Ivor T Pell", true],
    ]);
    expect(await change(ivor, una, { role: "lead" })).toBe("taken");
    expect(await change(una, una, { role: "mechanic" })).toBe("taken");
    expect(
      await sentence(changePerson(db, by(una), randomUUID(), { name: "X", role: "lead", gone: false })),
    ).not.toBe("taken");
    // Nobody becomes anything by another door.
    expect(await sentence(db.update(people).set({ role: "lead" }).then())).not.toBe("taken");
    expect(await sentence(db.update(shops).set({ madeUp: true }).then())).not.toBe("taken");
  });
});
