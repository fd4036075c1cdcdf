/** Parts of a job taken out of the drawers: all or nothing, once, and never one part by two jobs. */
import { randomUUID } from "node:crypto";
import path from "node:path";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/run/cautions";
import type { Entry } from "@/core/run/entry";
import { connect, type Database } from "@/db/connect";
import { freshDatabase } from "@/db/freshDatabase.testing";
import { prepareDatabase } from "@/db/prepare";
import { findJob } from "@/db/queries/jobs";
import { people, shops } from "@/db/schema";
import type { Actor } from "./actor";
import { addEngine } from "./engines";
import { addFeelerSet } from "./feelerSets";
import { loadShims } from "./loadShims";
import { openJob, openJobInput } from "./openJob";
import { addPart, addPartInput, listParts } from "./parts";
import { readLedger, record, recordInput } from "./record";
import { takeShims, takeShimsInput } from "./takeShims";

let db: Database;
let end: () => Promise<void>;
let actor: Actor;
let setId: string;
const FIGURES = { nominal: 0.15, low: 0.1, high: 0.2 };
const FILE = engineFile(["1", "2"], { cam: MILD_CAM, adjuster: { kind: "bucket-shim", diameter: 29 }, lash: { state: "cold", intake: FIGURES, exhaust: FIGURES } });

beforeAll(async () => {
  const url = await freshDatabase(inject("databaseUrl"));
  await prepareDatabase(url, path.resolve(import.meta.dirname, "../db/migrations"));
  ({ db, end } = connect(url, 8));
});
afterAll(() => end());
beforeEach(async () => {
  const [shopId, personId] = [randomUUID(), randomUUID()];
  setId = randomUUID();
  await db.insert(shops).values({ id: shopId, name: "Bench test" });
  await db.insert(people).values({ id: personId, shopId, name: "Ada", role: "lead" });
  actor = { shopId, shopName: "Bench test", person: { id: personId, name: "Ada", role: "lead", school: "go-no-go" } };
  await addFeelerSet(db, actor, { id: setId, name: "Set", system: "metric", marks: "0.05 0.10 0.15 0.20" });
});

const fresh = () => ({ id: randomUUID(), supersedes: null });
const sentence = (work: Promise<unknown>): Promise<string> => work.then(() => "taken", (e: Error) => e.message);
const lay = (thickness: string) => addPart(db, actor, addPartInput.parse({ id: randomUUID(), moveId: randomUUID(), kind: "shim-over", diameter: "29", mark: thickness, thickness, count: 1 }));
const lying = async () => (await listParts(db, actor.shopId)).filter((p) => p.count > 0).map((p) => p.thicknessMm);

/** A job with all read: 1I tight by a tenth, the others in their band. */
async function readJob(): Promise<string> {
  const engineId = randomUUID();
  await addEngine(db, actor, { id: engineId, text: JSON.stringify(FILE), serial: "", runningHours: null });
  const jobId = await openJob(db, actor, openJobInput.parse({ id: randomUUID(), engineId, state: "cold", temperatureC: 18, feelerSetId: setId, method: "firing-order", cautions: cautionsFor(FILE, "cold").map((c) => c.id) }));
  for (const stop of (await findJob(db, actor.shopId, jobId))?.job.route ?? []) {
    const entries: Entry[] = [{ ...fresh(), kind: "arrived", stop: stop.letter }, ...stop.valves.map(({ valve }): Entry => {
      const goes = valve === "1I" ? 0.05 : 0.15;
      return { ...fresh(), kind: "reading", valve, stop: stop.letter, pass: "as-found", goes: { mm: goes, text: `${goes} mm` }, noGo: { mm: goes + 0.02, text: `${goes + 0.02} mm` }, school: "go-no-go", value: null, instrument: null, reason: null };
    })];
    await record(db, actor, jobId, recordInput.parse({ entries }));
  }
  return jobId;
}
const taking = (agreed: Record<string, number>, more: object = {}) => takeShimsInput.parse({ id: randomUUID(), micrometerId: null, fitted: [{ valve: "1I", read: "2.60" }], agreed, ...more });

describe("taking the parts of a job", () => {
  it("enters what was fitted, takes it out, puts back what came out, and does so once", async () => {
    await lay("2.50");
    const jobId = await readJob();
    expect((await loadShims(db, actor.shopId, jobId))?.stock).toHaveLength(1);
    const command = taking({ "1I": 2.5 });
    await takeShims(db, actor, jobId, command);
    await takeShims(db, actor, jobId, command);
    expect((await readLedger(db, actor.shopId, jobId)).filter((e) => e.kind === "fitted")).toEqual([expect.objectContaining({ valve: "1I", fromMm: 2.6, lengthMm: 2.5, partFrom: expect.stringMatching(/^part /) })]);
    expect(await lying()).toEqual([2.6]);
  });
  it("gives the last one to one of two jobs, and the other is told to look again", async () => {
    await lay("2.50");
    const jobs = [await readJob(), await readJob()];
    const said = await Promise.all(jobs.map((j) => sentence(takeShims(db, actor, j, taking({ "1I": 2.5 })))));
    expect(said.filter((s) => s === "taken")).toHaveLength(1);
    expect(said.find((s) => s !== "taken")).toMatch(/changed meanwhile|somebody took the last one|only 0/);
    const fitted = await Promise.all(jobs.map(async (j) => (await readLedger(db, actor.shopId, j)).filter((e) => e.kind === "fitted").length));
    expect(fitted.sort()).toEqual([0, 1]);
    expect(await lying()).toEqual([2.6]);
  });
  it.each<[string, Record<string, number>, object, RegExp]>([
    ["what was not agreed to", { "1I": 2.45 }, {}, /look at what is proposed now/], ["a thickness that makes no sense", { "1I": 2.5 }, { fitted: [{ valve: "1I", read: "thin" }] }, /"thin" is not the thickness/], ["an unknown micrometer", { "1I": 2.5 }, { micrometerId: randomUUID() }, /not in the shop/],
  ])("is refused, and nothing moves: %s", async (_name, agreed, more, words) => {
    await lay("2.50");
    const jobId = await readJob();
    expect(await sentence(takeShims(db, actor, jobId, taking(agreed, more)))).toMatch(words);
    expect(await lying()).toEqual([2.5]);
  });
  it("comes after all is read, and knows at the next job what was fitted", async () => {
    await lay("2.50");
    const jobId = await readJob();
    await takeShims(db, actor, jobId, taking({ "1I": 2.5 }));
    const row = (await findJob(db, actor.shopId, jobId))?.row;
    const next = await openJob(db, actor, openJobInput.parse({ id: randomUUID(), engineId: row?.engineId, state: "cold", temperatureC: 18, feelerSetId: setId, method: "firing-order", cautions: cautionsFor(FILE, "cold").map((c) => c.id) }));
    expect((await findJob(db, actor.shopId, next))?.job.shims).toEqual({ kind: "shim-over", diameterMm: 29, fittedMm: { "1I": 2.5 } });
    expect(await sentence(takeShims(db, actor, next, taking({ "1I": 2.5 })))).toMatch(/look at what is proposed now/);
  });
});
