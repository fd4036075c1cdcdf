/** Orders against the simulated supplier itself: slow, down, out of stock, and of another mind about its prices. */
import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import net from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { type ResultPromise, execa } from "execa";
import { eq } from "drizzle-orm";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import type { CatalogueItem } from "@/core/parts/order";
import type { Database } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { orderEvents, shops } from "@/db/schema";
import { followOrders, giveUp, listOrders, order, placeOrderInput } from "./orders";
import { listParts } from "./stock";
import { readLedger } from "../jobs/record";
import { shopsThatWait } from "../background/work";
import { ShimShop, sentence } from "./shimShop.testing";
import { askCatalogue, setBench } from "./supplier";

const TOOL = path.resolve(import.meta.dirname, "../../../tools/supplier.mjs");
const folder = mkdtempSync(path.join(tmpdir(), "supplier-"));
let db: Database;
let owner: Database;
let end: () => Promise<void>;
let shop: ShimShop;
let port = 0;
let running: ResultPromise<{ stdio: ["ignore", "pipe", "inherit"]; reject: false }> | null = null;

async function startSupplier(): Promise<void> {
  const child = execa(process.execPath, [TOOL, String(port), path.join(folder, "orders.json")], {
    stdio: ["ignore", "pipe", "inherit"],
    reject: false,
  });
  running = child;
  await new Promise<void>((done) => child.stdout.once("data", () => done()));
}
async function killSupplier(): Promise<void> {
  running?.kill("SIGKILL");
  await running;
  running = null;
}

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
  const free = net.createServer().listen(0, "127.0.0.1");
  await new Promise((done) => free.once("listening", done));
  port = (free.address() as net.AddressInfo).port;
  await new Promise((done) => free.close(done));
  process.env["FULCRATA_SUPPLIER_PORT"] = String(port);
  await startSupplier();
});
afterAll(async () => {
  delete process.env["FULCRATA_SUPPLIER_PORT"];
  await killSupplier();
  rmSync(folder, { recursive: true, force: true });
  await end();
});
beforeEach(async () => {
  shop = await ShimShop.open({ db, owner });
  ({ db } = shop);
});
afterEach(() => setBench({ down: false, slowMs: 0, loseAnswer: false, dayMs: 60_000 }));

/** The supplier's thinnest shim of 29 mm, or another by place. */
async function sold(place = 0): Promise<CatalogueItem> {
  const asked = await askCatalogue("shim-over", 29, "EUR");
  const item = asked.kind === "answered" ? asked.data[place] : undefined;
  if (item === undefined) throw new Error("the supplier sells nothing");
  return item;
}
const ordering = ({ sku, kind, diameterMm, thicknessMm, price }: CatalogueItem, more: object = {}, quantity = 2) =>
  placeOrderInput.parse({
    id: randomUUID(),
    currency: "EUR",
    lines: [{ sku, kind, diameterMm, thicknessMm, price, quantity }],
    ...more,
  });
const states = async (): Promise<string[]> => (await listOrders(db, shop.actor.shopId)).map((o) => o.state);
const lying = async () =>
  (await listParts(db, shop.actor.shopId))
    .filter((p) => p.count > 0)
    .map((p) => ({ mm: p.thicknessMm, count: p.count, place: p.place }));

/** Asks the supplier about all orders of the shop. */
const follow = async () =>
  followOrders(
    db,
    shop.actor.shopId,
    (await listOrders(db, shop.actor.shopId)).map((o) => o.id),
  );

describe("an order", () => {
  it("lets its job wait, and what is delivered lies in the drawer once, however often it is asked after", async () => {
    const jobId = await shop.readJob();
    const command = ordering(await sold(), { jobId });
    expect(await order(db, shop.actor, command)).toMatchObject({
      state: "accepted",
      dueAt: expect.stringMatching(/^20/),
      lines: [{ quantity: 2 }],
    });
    expect(await order(db, shop.actor, command)).toMatchObject({ state: "accepted" });
    expect((await readLedger(db, shop.actor.shopId, jobId)).slice(-2)).toMatchObject([
      { kind: "ordered", list: "2 shim over bucket of 2.00 mm" },
      { kind: "paused", reason: "Waits for parts" },
    ]);
    expect((await follow()).map((o) => o.state)).toEqual(["accepted"]);
    await setBench({ deliver: true });
    await Promise.all([1, 2, 3].map(() => follow()));
    expect(await states()).toEqual(["delivered"]);
    expect(await lying()).toEqual([{ mm: 2, count: 2, place: "the tray for Bench piece" }]);
  });
  it("is kept while the supplier is down, and sent when it is back", async () => {
    const item = await sold();
    await killSupplier();
    const command = ordering(item, { jobId: await shop.readJob() });
    expect(await order(db, shop.actor, command)).toMatchObject({ state: "unsent" });
    expect(await askCatalogue("shim-over", 29, "EUR")).toEqual({ kind: "down" });
    await follow();
    expect(await states()).toEqual(["unsent"]);
    // It is asked after without anybody, too.
    expect(await shopsThatWait(owner)).toContain(shop.actor.shopId);
    await startSupplier();
    await follow();
    expect(await states()).toEqual(["accepted"]);
  });
  it("is one order though its answer was lost, and though the supplier was killed after it", async () => {
    const before = (await sold(2)).stock;
    await setBench({ loseAnswer: true });
    expect(await order(db, shop.actor, ordering(await sold(2)))).toMatchObject({ state: "unsent" });
    await follow();
    expect(await states()).toEqual(["accepted"]);
    expect((await sold(2)).stock).toBe(before - 2);
    await killSupplier();
    await startSupplier();
    await setBench({ deliver: true });
    await follow();
    expect(await lying()).toEqual([{ mm: 2.1, count: 2, place: "the delivery tray" }]);
  });
  it.each<[string, (sku: string) => object, RegExp]>([
    [
      "a price that changed since",
      (sku) => ({ price: { [sku]: 99.5 } }),
      /the price of 2\.25 mm is €99\.50 now, not €\d+\.\d\d/,
    ],
    ["too few left", (sku) => ({ stock: { [sku]: 1 } }), /of 2\.30 mm only 1 are left/],
  ])("is refused with the reason, and nothing is taken: %s", async (name, how, words) => {
    const item = await sold(name.startsWith("a price") ? 5 : 6);
    await setBench(how(item.sku));
    const answered = await order(db, shop.actor, ordering(item, { jobId: await shop.readJob() }));
    expect(answered.state).toBe("refused");
    expect(answered.note).toMatch(words);
    await setBench({ deliver: true });
    expect((await follow()).map((o) => o.state)).toEqual(["refused"]);
    expect(await lying()).toEqual([]);
  });
  it("is not waited for longer than four seconds, and is not wanted any more while nobody answers", async () => {
    const item = await sold(8);
    const before = item.stock;
    await setBench({ slowMs: 20_000 });
    const { state, id } = await order(db, shop.actor, ordering(item));
    expect(state).toBe("unsent");
    await setBench({ down: true, slowMs: 0 });
    const unwantedBy = shop.actor.person.name;
    expect(await giveUp(db, shop.actor, id)).toMatchObject({ state: "unsent", canceling: "asked", unwantedBy });
    expect(await giveUp(db, shop.actor, id)).toMatchObject({ state: "unsent", canceling: "asked", unwantedBy });
    expect((await follow()).map((o) => o.canceling)).toEqual(["asked"]);
    await setBench({ down: false });
    await follow();
    expect(await states()).toEqual(["given-up"]);
    expect((await giveUp(db, shop.actor, id)).state).toBe("given-up");
    expect((await sold(8)).stock).toBe(before);
  });
  it("is canceled while the supplier allows it, though its answer was lost", async () => {
    const item = await sold(9);
    await setBench({ loseAnswer: true });
    const { id, state } = await order(db, shop.actor, ordering(item));
    expect(state).toBe("unsent");
    expect(await giveUp(db, shop.actor, id)).toMatchObject({ state: "canceled" });
    expect((await sold(9)).stock).toBe(item.stock);
    const taken = await order(db, shop.actor, ordering(item));
    expect(taken.state).toBe("accepted");
    expect((await giveUp(db, shop.actor, taken.id)).state).toBe("canceled");
    await setBench({ deliver: true });
    await follow();
    expect(await lying()).toEqual([]);
    expect(await sentence(giveUp(db, shop.actor, randomUUID()))).toBe("There is no such order.");
  });
  it("comes all the same once it is packed, and says so", async () => {
    const { id } = await order(db, shop.actor, ordering(await sold(10)));
    await setBench({ deliver: true });
    expect(await giveUp(db, shop.actor, id)).toMatchObject({ state: "delivered", canceling: "too-late" });
    expect(await lying()).toHaveLength(1);
    expect(await sentence(giveUp(db, shop.actor, id))).toMatch(/nothing is left to cancel/);
  });
  it("is not made in another currency than the shop's", async () => {
    expect(await sentence(askCatalogue("shim-over", 29, "USD"))).toMatch(
      /^The supplier's prices are in Euro, this shop's in US Dollar: set the shop/,
    );
    const asked = { ...ordering(await sold()), currency: "USD" as const };
    expect(await sentence(order(db, shop.actor, asked))).toMatch(
      /^These prices were shown in US Dollar, and this shop reckons in Euro now\./,
    );
    expect(await states()).toEqual([]);
    await owner.update(shops).set({ currency: "USD" }).where(eq(shops.id, shop.actor.shopId));
    expect(await order(db, shop.actor, asked)).toMatchObject({
      state: "refused",
      currency: "USD",
      note: "its prices are in Euro now.",
    });
  });
  it("is told once what became of it, whoever tells the database", async () => {
    const { id } = await order(db, shop.actor, ordering(await sold()));
    const told = (kind: "refused" | "given-up" | "canceled" | "unwanted") =>
      sentence(
        db
          .insert(orderEvents)
          .values({ shopId: shop.actor.shopId, orderId: id, kind, ...(kind === "refused" ? { note: "no" } : {}) }),
      );
    expect(await told("given-up")).not.toBe("taken");
    expect(await told("refused")).not.toBe("taken");
    // Nobody said that it is not wanted any more, and nobody can without a name.
    expect(await told("unwanted")).not.toBe("taken");
    expect(await told("canceled")).not.toBe("taken");
    expect(await states()).toEqual(["accepted"]);
  });
  it("names each part once, and no part of nothing", () => {
    const line = { sku: "a", kind: "shim-over", diameterMm: 29, thicknessMm: 2, quantity: 1, price: 1 };
    const read = (...lines: object[]) => placeOrderInput.safeParse({ id: randomUUID(), currency: "EUR", lines });
    expect(read(line).success).toBe(true);
    expect(read(line, line).error?.issues[0]?.message).toMatch(/stands twice/);
    expect(read({ ...line, quantity: 0 }).success).toBe(false);
  });
});
