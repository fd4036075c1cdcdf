/** Parts of a job taken out of stock: all or nothing, once, and never one part by two jobs. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import { loadShims } from "./loadShims";
import { keepPartOut, partOutInput } from "./partsOut";
import { readLedger, record, recordInput } from "../jobs/record";
import { ShimShop, fresh, sentence } from "./shimShop.testing";
import { takeShims, takeShimsInput } from "./takeShims";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let shop: ShimShop;

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
beforeEach(async () => {
  shop = await ShimShop.open({ db, owner });
  ({ db } = shop);
});

const taking = (agreed: Record<string, number>, more: object = {}) =>
  takeShimsInput.parse({
    id: randomUUID(),
    out: [{ valve: "1I", text: "2.60", micrometerId: null }],
    agreed,
    ...more,
  });

describe("taking the parts of a job", () => {
  it("enters what was fitted, takes it out, puts back what came out, and does so once", async () => {
    await shop.lay("2.50");
    const jobId = await shop.readJob();
    expect((await loadShims(db, shop.actor.shopId, jobId))?.stock).toHaveLength(1);
    const command = taking({ "1I": 2.5 });
    await takeShims(db, shop.actor, jobId, command);
    await takeShims(db, shop.actor, jobId, command);
    expect((await readLedger(db, shop.actor.shopId, jobId)).filter((e) => e.kind === "fitted")).toEqual([
      expect.objectContaining({ valve: "1I", fromMm: 2.6, lengthMm: 2.5, partFrom: expect.stringMatching(/^part /) }),
    ]);
    expect(await shop.lying()).toEqual([2.6]);
  });
  it("gives the last one to one of two jobs, and the other is told to look again", async () => {
    await shop.lay("2.50");
    const jobs = [await shop.readJob(), await shop.readJob()];
    const said = await Promise.all(jobs.map((j) => sentence(takeShims(db, shop.actor, j, taking({ "1I": 2.5 })))));
    expect(said.filter((s) => s === "taken")).toHaveLength(1);
    expect(said.find((s) => s !== "taken")).toMatch(/changed meanwhile|somebody took the last one|only 0/);
    const fitted = await Promise.all(
      jobs.map(async (j) => (await readLedger(db, shop.actor.shopId, j)).filter((e) => e.kind === "fitted").length),
    );
    expect(fitted.sort()).toEqual([0, 1]);
    expect(await shop.lying()).toEqual([2.6]);
  });
  it.each<[string, Record<string, number>, object, RegExp]>([
    ["what was not agreed to", { "1I": 2.45 }, {}, /look at what is proposed now/],
    [
      "a thickness that makes no sense",
      { "1I": 2.5 },
      { out: [{ valve: "1I", text: "thin", micrometerId: null }] },
      /"thin" is not the thickness/,
    ],
    [
      "an unknown micrometer",
      { "1I": 2.5 },
      { out: [{ valve: "1I", text: "2.60", micrometerId: randomUUID() }] },
      /not in the shop/,
    ],
  ])("is refused, and nothing moves: %s", async (_name, agreed, more, words) => {
    await shop.lay("2.50");
    const jobId = await shop.readJob();
    expect(await sentence(takeShims(db, shop.actor, jobId, taking(agreed, more)))).toMatch(words);
    expect(await shop.lying()).toEqual([2.5]);
  });
  it("comes after all is read, and knows at the next job what was fitted", async () => {
    await shop.lay("2.50");
    const jobId = await shop.readJob();
    await takeShims(db, shop.actor, jobId, taking({ "1I": 2.5 }));
    const row = (await findJob(db, shop.actor.shopId, jobId))?.row;
    const next = await shop.openJob(row?.engineId ?? "");
    expect((await findJob(db, shop.actor.shopId, next))?.job.task.plan).toEqual({
      kind: "shim-over",
      diameterMm: 29,
      fittedMm: { "1I": 2.5 },
    });
    expect(await sentence(takeShims(db, shop.actor, next, taking({ "1I": 2.5 })))).toMatch(
      /look at what is proposed now/,
    );
  });
  it("never leaves a valve without any part", async () => {
    // 1I is tight and 2I loose by as much: 2I would take 1I's, and nothing is here for 1I.
    const jobId = await shop.readJob({ "1I": 0.05, "2I": 0.32 });
    const out = [
      { valve: "1I", text: "2.80", micrometerId: null },
      { valve: "2I", text: "2.65", micrometerId: null },
    ];
    expect(await sentence(takeShims(db, shop.actor, jobId, taking({ "2I": 2.8 }, { out })))).toMatch(
      /1I would stand without any part/,
    );
  });
  it("keeps what was measured for when the parts have come, the latest of a valve", async () => {
    const jobId = await shop.readJob();
    const out = (text: string, more: object = {}) =>
      keepPartOut(
        db,
        shop.actor,
        jobId,
        partOutInput.parse({ id: randomUUID(), valve: "1I", text, micrometerId: null, ...more }),
      );
    await out("2.6");
    await out("2.61 mm");
    expect((await loadShims(db, shop.actor.shopId, jobId))?.out).toEqual([
      { valve: "1I", kind: "part", text: "2.61 mm", mm: 2.61, micrometerId: null },
    ]);
    await out("2.84", { kind: "open-gap" });
    expect((await loadShims(db, shop.actor.shopId, jobId))?.out).toEqual([
      expect.objectContaining({ kind: "open-gap", mm: 2.84 }),
    ]);
    expect(await sentence(out("thick"))).toMatch(/"thick" is not the thickness/);
    expect(await sentence(out("2.6", { valve: "9I" }))).toMatch(/no such valve/);
  });
  it("goes by the open gap where no leaf goes, and by a test part that stays nowhere", async () => {
    await shop.lay("2.50");
    const shut = await shop.readJob({ "1I": 0 });
    const asked = (await findJob(db, shop.actor.shopId, shut))?.job;
    if (asked === undefined) throw new Error("no job");
    for (const q of jobState(asked, await readLedger(db, shop.actor.shopId, shut)).questions)
      await record(
        db,
        shop.actor,
        shut,
        recordInput.parse({
          entries: [
            { ...fresh(), kind: "answered", question: q.id, reason: "At the right stop, held open by its shim" },
          ],
        }),
      );
    const openGap = { out: [{ valve: "1I", kind: "open-gap", text: "2.65", micrometerId: null }] };
    // The part that is in there can't be counted with: nothing says how much lash is missing.
    expect(await sentence(takeShims(db, shop.actor, shut, taking({ "1I": 2.5 })))).toMatch(
      /look at what is proposed/,
    );
    await takeShims(db, shop.actor, shut, taking({ "1I": 2.5 }, openGap));
    expect((await readLedger(db, shop.actor.shopId, shut)).find((e) => e.kind === "fitted")).toMatchObject({
      fromMm: null,
      lengthMm: 2.5,
    });
    expect(await shop.lying()).toEqual([]);
    await shop.lay("2.50");
    const job = await shop.readJob({ "1I": 0.05 });
    await takeShims(
      db,
      shop.actor,
      job,
      taking({ "1I": 2.5 }, { out: [{ valve: "1I", kind: "test-part", text: "2.60", micrometerId: null }] }),
    );
    expect(await shop.lying()).toEqual([]);
  });
});
