/** Drawers over the server's own doors: what lies there always adds up, whoever takes at once. */
import { randomUUID } from "node:crypto";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "../http/who";
import { newShop } from "../http/shop.testing";
import { addMicrometer, addMicrometerInput, checkMicrometer, listMicrometers } from "./micrometers";
import { type AddPart, addPart, addPartInput, movePart, movePartInput } from "./parts";
import { addPartsCsv } from "./partsCsv";
import { partsCsv } from "./partsCsvLines";
import { listParts, stockPage } from "./stock";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
beforeEach(async () => {
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
});

const laying = (more: Partial<AddPart> = {}): AddPart =>
  addPartInput.parse({
    id: randomUUID(),
    moveId: randomUUID(),
    kind: "shim-over",
    mark: "265",
    thickness: "2.65",
    count: 3,
    ...more,
  });
const move = (partId: string, change: number, more: object = {}) =>
  movePartInput.parse({ id: randomUUID(), partId, change, reason: change < 0 ? "taken" : "returned", ...more });
const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => (e.cause as Error | undefined)?.message ?? e.message,
  );
const countOf = async (id: string): Promise<number | undefined> =>
  (await listParts(db, actor.shopId)).find((p) => p.id === id)?.count;

describe("a part", () => {
  it("is put right for its micrometer's zero, and lies there once however often it is sent", async () => {
    const micrometerId = randomUUID();
    await addMicrometer(db, actor, addMicrometerInput.parse({ id: micrometerId, name: "Old" }));
    await checkMicrometer(
      db,
      actor,
      { id: randomUUID(), micrometerId, piece: "2.500", read: "2.51" },
      new Date(Date.now() - 1000),
    );
    const input = laying({ thickness: ".10472 in", micrometerId, place: "drawer 2", diameter: "29 mm" });
    await addPart(db, actor, input);
    await addPart(db, actor, input);
    expect(await listParts(db, actor.shopId)).toEqual([
      expect.objectContaining({
        thicknessMm: 2.649888,
        diameterMm: 29,
        count: 3,
        measured: { micrometer: "Old", readMm: 2.659888 },
      }),
    ]);
    // A later check changes what is measured from then on, not what was put right before.
    await checkMicrometer(db, actor, { id: randomUUID(), micrometerId, piece: "2.500", read: "2.500" });
    expect((await listMicrometers(db, actor.shopId))[0]?.check).toEqual({ pieceMm: 2.5, readMm: 2.5 });
    expect((await listParts(db, actor.shopId))[0]?.thicknessMm).toBe(2.649888);
  });
  it.each<[string, Partial<AddPart>, RegExp]>([
    ["no length", { thickness: "thick" }, /"thick" is not a length/],
    ["too thick", { thickness: "80 mm" }, /can't be right/],
    ["neither measured nor marked", { mark: null }, /Measure it, or give the mark/],
    ["an unknown micrometer", { micrometerId: randomUUID() }, /not in the shop/],
  ])("is refused: %s", async (_name, more, words) =>
    expect(await sentence(addPart(db, actor, laying(more)))).toMatch(words),
  );
  it("belongs to its shop", async () => {
    const input = laying();
    await addPart(db, actor, input);
    const stranger = await newShop(owner);
    expect(await sentence(movePart(db, stranger, move(input.id, -1)))).toMatch(/not in the shop/);
    expect(await listParts(db, stranger.shopId)).toEqual([]);
  });
});

describe("what lies there", () => {
  it("is never less than nothing: of many who take the last ones at once, as many get one as there are", async () => {
    const input = laying({ count: 5 });
    await addPart(db, actor, input);
    const said = await Promise.all(
      Array.from({ length: 20 }, () => sentence(movePart(db, actor, move(input.id, -1)))),
    );
    expect(said.filter((s) => s === "taken")).toHaveLength(5);
    expect(new Set(said.filter((s) => s !== "taken"))).toEqual(
      new Set(["None of these is left: somebody took the last one."]),
    );
    expect(await countOf(input.id)).toBe(0);
  });
  it("adds up after hundreds of moves in parallel, sent twice and all", async () => {
    const inputs = [laying({ count: 20 }), laying({ count: 20, thickness: "2.70" })];
    for (const input of inputs) await addPart(db, actor, input);
    // A walk that is the same every time.
    let state = 7;
    const random = (n: number): number => (state = (Math.imul(state, 48271) >>> 0) % 2147483647) % n;
    const moves = Array.from({ length: 300 }, () =>
      move(inputs[random(2)]?.id ?? "", (random(2) === 0 ? -1 : 1) * (1 + random(4))),
    );
    const taken: string[] = [];
    for (let i = 0; i < moves.length; i += 12) {
      await Promise.all(
        moves
          .slice(i, i + 12)
          .flatMap((m) => [m, ...(random(3) === 0 ? [m] : [])])
          .map(async (m) => {
            if ((await sentence(movePart(db, actor, m))) === "taken") taken.push(m.id);
          }),
      );
    }
    const kept = new Set(taken);
    for (const input of inputs) {
      const sum = 20 + moves.filter((m) => m.partId === input.id && kept.has(m.id)).reduce((s, m) => s + m.change, 0);
      expect(await countOf(input.id)).toBe(sum);
      expect(sum).toBeGreaterThanOrEqual(0);
    }
  });
  it("is held by the database itself, and its record can't be changed", async () => {
    const input = laying({ count: 1 });
    await addPart(db, actor, input);
    const raw = (change: number, reason: "taken" | "returned" | "corrected") =>
      sentence(
        db.insert(partMoves).values({
          id: randomUUID(),
          shopId: actor.shopId,
          partId: input.id,
          change,
          reason,
          personId: actor.person.id,
        }) as unknown as Promise<unknown>,
      );
    expect(await raw(-2, "corrected")).toMatch(/only 1 of this part are there/);
    expect(await raw(1, "taken")).toMatch(/part_moves_sense/);
    expect(
      await sentence(
        db.update(partMoves).set({ change: 5 }).where(eq(partMoves.partId, input.id)) as unknown as Promise<unknown>,
      ),
    ).toMatch(/permission denied/);
    expect(await sentence(db.execute(sql`delete from parts`))).toMatch(/permission denied/);
    expect(
      await sentence(
        db.insert(parts).values({
          id: randomUUID(),
          shopId: actor.shopId,
          kind: "shim-over",
          thicknessMm: 2.5,
        }) as unknown as Promise<unknown>,
      ),
    ).toMatch(/parts_measured/);
  });
});

describe("counts", () => {
  it("stay within a million of one part", async () => {
    const part = laying({ count: 999 });
    await addPart(db, actor, part);
    const more = (change: number) =>
      movePart(
        db,
        actor,
        movePartInput.parse({ id: randomUUID(), partId: part.id, change, reason: change < 0 ? "taken" : "counted" }),
      );
    for (let i = 0; i < 9; i++) await more(100_000);
    await more(99_001);
    await expect(more(1)).rejects.toMatchObject({ status: 422, path: "change" });
    await more(-1);
    expect((await listParts(db, actor.shopId))[0]?.count).toBe(999_999);
  });
});

describe("CSV", () => {
  it("takes thousands of lines at once, without holding a lock for each", async () => {
    const lines = Array.from({ length: 3000 }, (_, i) => `shim-over,29,${(1 + i / 1000).toFixed(3)},,2`);
    const text = ["kind,diameter_mm,thickness_mm,mark,count", ...lines].join("\n");
    expect(await addPartsCsv(db, actor, { id: randomUUID(), text })).toBe(3000);
    const all = await listParts(db, actor.shopId);
    expect(all).toHaveLength(3000);
    expect(all.reduce((n, p) => n + p.count, 0)).toBe(6000);
    const gone = all[0];
    if (gone !== undefined) await movePart(db, actor, move(gone.id, -2));
    const [first, last] = await Promise.all(
      [1, 99].map((page) => stockPage(db, actor.shopId, { page, gone: false })),
    );
    expect(first).toMatchObject({ page: 1, pages: 15, pieces: 5998 });
    expect(first?.parts.map((p) => p.id)).toEqual(all.slice(1, 201).map((p) => p.id));
    expect(last).toMatchObject({ page: 15, pages: 15 });
    expect(last?.parts).toHaveLength(199);
    const whole = await stockPage(db, actor.shopId, { page: 1, gone: true });
    expect(whole.parts[0]).toMatchObject({ id: gone?.id, count: 0 });
  });

  it("goes out and comes in again as it was, once, with a guard against formulas", async () => {
    await addMicrometer(db, actor, addMicrometerInput.parse({ id: randomUUID(), name: "Bench" }));
    const [bench] = await listMicrometers(db, actor.shopId);
    await addPart(
      db,
      actor,
      laying({
        micrometerId: bench?.id ?? null,
        thickness: "2.651",
        worn: true,
        place: "=drawer",
        cost: 4.5,
        diameter: "29",
      }),
    );
    await addPart(db, actor, laying({ kind: "opener", mark: "28", thickness: "2.80", count: 1 }));
    const before = await listParts(db, actor.shopId);
    const text = partsCsv(before);
    expect(text).toContain("'=drawer");
    const other = await newShop(owner);
    db = ofShop(db, other.shopId);
    await addMicrometer(db, other, addMicrometerInput.parse({ id: randomUUID(), name: "Bench" }));
    const id = randomUUID();
    expect(await addPartsCsv(db, other, { id, text })).toBe(2);
    expect(await addPartsCsv(db, other, { id, text })).toBe(2);
    const bare = (all: typeof before) => all.map(({ id: _, ...p }) => p);
    expect(bare(await listParts(db, other.shopId))).toEqual(bare(before));
  });
  it.each([
    ["kind,count\nshim-over,1", /missing: thickness_mm/],
    ["kind,thickness_mm,count\nwasher,2.5,1", /Line 2: "washer" is no kind/],
    ["kind,thickness_mm,count\nshim-over,2.5,1\nshim-over,x,1", /Line 3: thickness_mm "x"/],
    ["kind,thickness_mm,count\nshim-over,2.5,0", /Line 2: the count "0"/],
    ["kind,thickness_mm,count,micrometer\nshim-over,2.5,1,Nobody's", /no micrometer "Nobody's"/],
    ["kind,thickness_mm,count,cost\nshim-over,2.5,1,-3", /the cost "-3"/],
  ])("names the line that is wrong, and takes none: %s", async (text, words) => {
    expect(await sentence(addPartsCsv(db, actor, { id: randomUUID(), text }))).toMatch(words);
    expect(await listParts(db, actor.shopId)).toEqual([]);
  });
});

describe("micrometers", () => {
  it("have names of their own, and checks that can be", async () => {
    const id = randomUUID();
    await addMicrometer(db, actor, addMicrometerInput.parse({ id, name: "Bench" }));
    await addMicrometer(db, actor, addMicrometerInput.parse({ id, name: "Bench" }));
    expect(
      await sentence(addMicrometer(db, actor, addMicrometerInput.parse({ id: randomUUID(), name: "Bench" }))),
    ).toMatch(/of that name already/);
    expect(
      await sentence(
        addMicrometer(db, actor, addMicrometerInput.parse({ id: randomUUID(), name: "Rough", step: "2" })),
      ),
    ).toMatch(/up to 0\.1 mm/);
    const check = (piece: string, read: string) =>
      sentence(checkMicrometer(db, actor, { id: randomUUID(), micrometerId: id, piece, read }));
    expect([
      await check("x", "2.5"),
      await check("2.5", "y"),
      await check("2.5", "4.5"),
      await check("2.500", "2.502"),
    ]).toEqual([
      expect.stringMatching(/check piece/),
      expect.stringMatching(/not a reading/),
      expect.stringMatching(/more than 1 mm off/),
      "taken",
    ]);
  });
});
