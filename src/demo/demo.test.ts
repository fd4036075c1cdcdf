/** The demo shop is loaded through the shop's own rules: whatever they refuse would stop it. */
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { nextKind } from "@/core/job/jobs.testing";
import { nextThing, jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { demoTestDatabase } from "@/db/freshDatabase.testing";
import { listEnded } from "@/db/queries/bench";
import { findJob, listOpenJobs } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { shops } from "@/db/schema";
import { agrees } from "@/server/record/results";
import { loadDemo } from "./load";

let db: Database;
let end: () => Promise<void>;
beforeAll(async () => {
  ({ owner: db, end } = await demoTestDatabase(inject("databaseUrl")));
});
afterAll(() => end());

describe("the demo", () => {
  it("shows jobs at every stage, and is loaded once", async () => {
    expect(await loadDemo(db, new Date())).toBe(false);
    const [shop] = await db.select().from(shops);
    const shopId = shop?.id ?? "";
    const ended = await Promise.all((await listEnded(db, shopId, 60)).map(({ id }) => findJob(db, shopId, id)));
    const jobs = [...(await listOpenJobs(db, shopId)), ...ended.filter((j) => j !== null)];
    for (const { row } of jobs) expect(await agrees(db, shopId, row.id), row.id).toBe(true);
    const stages = await Promise.all(
      jobs.map(async ({ row, job }) => {
        const state = jobState(job, await ledgerOf(db, row.shopId, row.id));
        const next = nextThing(job, state);
        return `${row.engineFile.name}: ${state.signed ? "signed" : next.kind === "check" ? next.item : nextKind(next)}`;
      }),
    );
    expect(stages.filter((s) => s === "Quillan G2: closed")).toHaveLength(8);
    expect(stages.filter((s) => s === "Marle T2: closed")).toHaveLength(4);
    expect(stages.filter((s) => !/^(Quillan|Marle)/.test(s))).toEqual([
      "Orrin Tidewater 6: read",
      "Dunmore 5.9: answer",
      "Larkfield O4: order",
      "Vantry 75: opener-closer",
      "Pellam R4: parts",
      "Pellam R4: parts",
      "Hob 196: started",
      "Teasel 20: set",
      "Corriemoor V6: step",
      "Brae 7: confirm",
      "Dunmore 5.9: confirm",
      "Dunmore 5.9: line",
      "Calder D5: closed",
      "Dunmore 5.9: signed",
      "Pellam R4: signed",
      "Vantry 75: signed",
      "Pellam R4: signed",
      "Orrin Tidewater 6: signed",
      "Pellam R4: signed",
      "Corriemoor V6: signed",
    ]);
  });
});
