/** A week's jobs carried out together, and what the shop's history says of stock. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { planWeek } from "@/core/job/tasks/shims/week";
import type { Database } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { loadAdvice } from "./advice";
import { keepPartOut, partOutInput } from "./partsOut";
import { readLedger } from "../jobs/record";
import { ShimShop, sentence } from "./shimShop.testing";
import { loadWeek, takeWeek, takeWeekInput } from "./week";

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

/** A job whose 1I is tight by a tenth, with what came out of it measured. */
async function measuredJob(text = "2.60"): Promise<string> {
  const jobId = await shop.readJob();
  await keepPartOut(
    db,
    shop.actor,
    jobId,
    partOutInput.parse({ id: randomUUID(), valve: "1I", text, micrometerId: null }),
  );
  return jobId;
}
const CHOICE = { aim: "nominal", buying: false, near: false, stay: false } as const;
const fittedAt = async (jobId: string) =>
  (await readLedger(db, shop.actor.shopId, jobId)).flatMap((e) => (e.kind === "fitted" ? [e.lengthMm] : []));

/** What the page would send after looking at the plan. */
async function command(ids: readonly string[]) {
  const { jobs, stock } = await loadWeek(db, shop.actor.shopId);
  const week = planWeek(
    jobs.filter((j) => ids.includes(j.id)),
    { stock, catalogue: null },
    CHOICE,
  );
  const asked = week.shares.flatMap((s) =>
    s.picks.some((p) => p.source !== "own")
      ? [
          {
            id: s.id,
            agreed: Object.fromEntries(
              s.picks.filter((p) => p.source !== "own").map((p) => [p.position, p.thicknessMm]),
            ),
          },
        ]
      : [],
  );
  return takeWeekInput.parse({ id: randomUUID(), together: ids, jobs: asked });
}

describe("a week's jobs", () => {
  it("take from one stock together, once, and put back what came out", async () => {
    await shop.lay("2.50", 2);
    const jobs = [await measuredJob(), await measuredJob("2.61")];
    expect((await loadWeek(db, shop.actor.shopId)).jobs.map((j) => j.id).sort()).toEqual([...jobs].sort());
    const sent = await command(jobs);
    await takeWeek(db, shop.actor, sent);
    await takeWeek(db, shop.actor, sent);
    expect(await Promise.all(jobs.map(fittedAt))).toEqual([[2.5], [2.5]]);
    expect(await shop.lying()).toEqual([2.6, 2.61]);
    expect((await loadWeek(db, shop.actor.shopId)).jobs).toEqual([]);
  });
  it("are refused all of them when one of the parts is gone meanwhile", async () => {
    await shop.lay("2.50", 2);
    const jobs = [await measuredJob(), await measuredJob()];
    const sent = await command(jobs);
    const alone = await command([jobs[0] ?? ""]);
    await takeWeek(db, shop.actor, alone);
    expect(await sentence(takeWeek(db, shop.actor, sent))).toMatch(/changed meanwhile|look at what is proposed/);
    expect(await fittedAt(jobs[1] ?? "")).toEqual([]);
    expect(await sentence(takeWeek(db, shop.actor, { ...sent, id: randomUUID(), together: [randomUUID()] }))).toMatch(
      /not there any more/,
    );
  });
  it("two who do it at once: the parts go once", async () => {
    await shop.lay("2.50", 2);
    const jobs = [await measuredJob(), await measuredJob()];
    const both = [await command(jobs), await command(jobs)];
    const said = await Promise.all(both.map((c) => sentence(takeWeek(db, shop.actor, c))));
    expect(said.filter((s) => s === "taken")).toHaveLength(1);
    expect(await shop.lying()).toEqual([2.6, 2.6]);
  });
  it("teach what to keep, kind by kind", async () => {
    await shop.lay("2.50", 1);
    const job = await measuredJob();
    await takeWeek(db, shop.actor, await command([job]));
    expect(await loadAdvice(db, shop.actor.shopId)).toMatchObject([
      {
        kind: "shim-over",
        diameterMm: 29,
        advice: {
          jobs: 1,
          sizes: [{ thicknessMm: 2.45, wanted: 0 }, { thicknessMm: 2.5, wanted: 1, have: 0 }, { thicknessMm: 2.55 }],
        },
      },
    ]);
    expect(await loadAdvice(db, randomUUID())).toEqual([]);
  });
});
