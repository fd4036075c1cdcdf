/** Openers and closers exchanged: stock and the ledger change together, once, and the database holds the trade's rules. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/job/prepare";
import type { Entry } from "@/core/job/ledger/entry";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import { rowOf } from "@/db/queries/entryRows";
import { entries } from "@/db/schema";
import { addEngine } from "../engines/engines";
import { fitOpenerCloser, fitOpenerCloserInput, type FitOpenerCloser } from "./fitOpenerCloser";
import { loadOpenerCloser } from "./loadOpenerCloser";
import { openJob } from "../jobs/openJob";
import { openJobInput } from "../jobs/openJobInput";
import { addPart, addPartInput } from "./parts";
import { listParts } from "./stock";
import { readLedger, record, recordInput } from "../jobs/record";
import { ShimShop, fresh, sentence } from "./shimShop.testing";

const FIGURES = { nominal: 0.1, low: 0.08, high: 0.13 };
const FILE = engineFile(["1"], {
  cam: MILD_CAM,
  adjuster: { kind: "positive-closing" },
  lash: { state: "cold", intake: FIGURES, exhaust: FIGURES },
});
let db: Database;
let owner: Database;
let end: () => Promise<void>;
let shop: ShimShop;
let engineId: string;
let jobId: string;

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
beforeEach(async () => {
  shop = await ShimShop.open({ db, owner });
  ({ db } = shop);
  engineId = randomUUID();
  await addEngine(db, shop.actor, { id: engineId, text: JSON.stringify(FILE), serial: "", runningHours: null });
  jobId = await open();
});

const open = () =>
  openJob(
    db,
    shop.actor,
    openJobInput.parse({
      id: randomUUID(),
      engineId,
      state: "cold",
      temperatureC: 18,
      feelerSetId: shop.setId,
      method: "firing-order",
      cautions: cautionsFor(FILE, "cold").map((c) => c.id),
    }),
  );
const mark = (mm: number) => ({ mm, text: `${mm} mm` });
const enter = (...made: object[]) =>
  record(db, shop.actor, jobId, recordInput.parse({ entries: made.map((e) => ({ ...fresh(), ...e })) }));
const lay = async (kind: "opener" | "closer", thickness: string): Promise<string> => {
  const id = randomUUID();
  await addPart(
    db,
    shop.actor,
    addPartInput.parse({ id, moveId: randomUUID(), kind, mark: thickness, thickness, count: 1 }),
  );
  return id;
};
const lying = async () =>
  (await listParts(db, shop.actor.shopId))
    .filter((p) => p.count > 0)
    .map((p) => `${p.kind} ${p.thicknessMm}`)
    .sort();

/** To the intake's stop, its opener gap 0.16 to 0.18 and its loaded gap 0.24 to 0.26. */
async function bothGaps(): Promise<string> {
  const stop =
    (await findJob(db, shop.actor.shopId, jobId))?.job.route.find((s) => s.valves.some((v) => v.valve === "1I"))
      ?.letter ?? "";
  await enter({ kind: "plugged", count: 2, gear: "belts off" }, { kind: "arrived", stop });
  await enter(
    { kind: "reading", valve: "1I", stop, pass: "as-found", goes: mark(0.16), noGo: mark(0.18), reason: null },
    { kind: "loaded-gap", valve: "1I", stop, goes: mark(0.24), noGo: mark(0.26) },
  );
  return stop;
}
const fitting = (more: Partial<FitOpenerCloser> = {}): FitOpenerCloser =>
  fitOpenerCloserInput.parse({
    id: randomUUID(),
    valve: "1I",
    micrometerId: null,
    fits: [{ part: "opener", out: "2.85", stockId: null, made: "2.92" }],
    collets: "as they were",
    ...more,
  });

describe("fitting openers and closers", () => {
  it("enters both, takes one out of the drawers, and puts back what came out, once", async () => {
    const stockId = await lay("closer", "6.48");
    await bothGaps();
    const command = fitting({
      fits: [
        { part: "opener", out: "2.85", stockId: null, made: "2.92" },
        { part: "closer", out: "6.40", stockId, made: null },
      ],
    });
    await fitOpenerCloser(db, shop.actor, jobId, command);
    await fitOpenerCloser(db, shop.actor, jobId, command);
    expect((await readLedger(db, shop.actor.shopId, jobId)).filter((e) => e.kind === "fitted")).toMatchObject([
      { part: "opener", fromMm: 2.85, lengthMm: 2.92, partFrom: null, collets: null },
      { part: "closer", fromMm: 6.4, lengthMm: 6.48, partFrom: `part ${stockId}`, collets: "as they were" },
    ]);
    expect(await lying()).toEqual(["closer 6.4", "opener 2.85"]);
    // Known from here on: nothing has to be measured twice.
    await fitOpenerCloser(
      db,
      shop.actor,
      jobId,
      fitting({ fits: [{ part: "closer", out: null, stockId: null, made: "6.45" }] }),
    );
    expect(await lying()).toEqual(["closer 6.4", "closer 6.48", "opener 2.85"]);
    const again = await open();
    expect((await findJob(db, shop.actor.shopId, again))?.job.task.plan).toMatchObject({
      fittedMm: { "1I": { openerMm: 2.92, closerMm: 6.45 } },
    });
  });
  it.each<[string, object, RegExp]>([
    [
      "what came out was not measured",
      { fits: [{ part: "closer", out: null, stockId: null, made: "6.45" }] },
      /Measure the closer that comes out/,
    ],
    [
      "a thickness that makes no sense",
      { fits: [{ part: "opener", out: "thin", stockId: null, made: "2.92" }] },
      /"thin" is not the thickness/,
    ],
    [
      "a part that is gone",
      { fits: [{ part: "opener", out: "2.85", stockId: randomUUID(), made: null }] },
      /not in stock any more/,
    ],
    ["an unknown micrometer", { micrometerId: randomUUID() }, /micrometer is not in the shop/],
  ])("is refused, and nothing moves: %s", async (_name, more, words) => {
    await bothGaps();
    expect(await sentence(fitOpenerCloser(db, shop.actor, jobId, fitting(more)))).toMatch(words);
    expect(await lying()).toEqual([]);
  });
  it("comes after the opener gap is read, and takes each part once", async () => {
    expect(await sentence(fitOpenerCloser(db, shop.actor, jobId, fitting()))).toMatch(/Read 1I/);
    const fit = { part: "opener", out: "2.85", stockId: null, made: "2.92" };
    expect(fitOpenerCloserInput.safeParse({ ...fitting(), fits: [fit, fit] }).success).toBe(false);
    expect(fitOpenerCloserInput.safeParse({ ...fitting(), fits: [{ ...fit, made: null }] }).success).toBe(false);
  });
  it("is left only when its closer was found right, whoever asks the database", async () => {
    const stop = await bothGaps();
    await fitOpenerCloser(db, shop.actor, jobId, fitting());
    await enter({ kind: "closer-felt", valve: "1I", stop, felt: "drag" });
    await enter({
      kind: "reading",
      valve: "1I",
      stop,
      pass: "as-left",
      goes: mark(0.1),
      noGo: mark(0.12),
      reason: null,
    });
    const kept = await readLedger(db, shop.actor.shopId, jobId);
    const read = kept.findLast((e) => e.kind === "reading");
    const left: Entry = { ...fresh(), kind: "left", valve: "1I", reading: read?.id ?? "", reason: null };
    expect(await sentence(enter(left))).toMatch(/closer of 1I is not found right/);
    const straight = (entry: Entry) =>
      db.insert(entries).values({
        ...rowOf(entry),
        shopId: shop.actor.shopId,
        jobId,
        seq: kept.length + 1,
        personId: shop.actor.person.id,
      });
    const said = (work: Promise<unknown>): Promise<string> =>
      work.then(
        () => "taken",
        (e: Error) => String((e.cause as Error | undefined)?.message),
      );
    expect(await said(straight(left))).toMatch(/was not found right/);
    expect(
      await said(straight({ ...fresh(), kind: "set", valve: "1I", stop, turns: null, aimMm: null, locked: true })),
    ).toMatch(/has no place/);
    await enter({ kind: "closer-felt", valve: "1I", stop, felt: "hint" });
    await enter(left);
    const found = await findJob(db, shop.actor.shopId, jobId);
    expect(
      found === null
        ? null
        : jobState(found.job, await readLedger(db, shop.actor.shopId, jobId)).valves.get("1I")?.status,
    ).toBe("done");
  });
  it("gives its page what is known, and nothing to other engines", async () => {
    await lay("closer", "6.48");
    await lay("opener", "2.92");
    await shop.lay("2.50");
    expect(await loadOpenerCloser(db, shop.actor, jobId, "1I")).toMatchObject({
      valve: "1I",
      stock: [{ kind: "closer" }, { kind: "opener" }],
      biasesMm: [],
    });
    expect(await loadOpenerCloser(db, shop.actor, jobId, "9I")).toBeNull();
    expect(await loadOpenerCloser(db, shop.actor, await shop.readJob(), "1I")).toBeNull();
  });
});
