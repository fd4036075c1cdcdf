/**
 * Hot specs on cold engines, measured pairs, lifters and fixed gear over the server's own doors, and what the
 * database refuses by itself.
 */
import { sql } from "drizzle-orm";
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { EngineFile } from "@/core/engine/engineFile";
import { cautionsFor } from "@/core/job/prepare";
import { PLAIN_CHECKS } from "@/core/job/jobs.testing";
import type { Entry } from "@/core/job/ledger/entry";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import { entries as entryRows, jobValves, jobs, stateReadings } from "@/db/schema";
import type { Actor } from "../http/who";
import { HUNDREDTHS, newShop } from "../http/shop.testing";
import { addEngine, changeHeat, findEngine } from "../engines/engines";
import { addFeelerSet } from "../shop/feelerSets";
import { loadHotCold } from "./loadHotCold";
import { loadRun } from "./loadRun";
import { openJob } from "./openJob";
import { openJobInput, type OpenJob } from "./openJobInput";
import { keepHotCold, measuredFor, hotColdInput } from "./hotColdReadings";
import { record, recordInput } from "./record";
import { loadSheet, sheetCsv } from "./sheet";
import { settingsInput, bleedOf, changeSettings } from "../shop/shopSettings";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;
let setId: string;

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
beforeEach(async () => {
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
  setId = randomUUID();
  await addFeelerSet(db, actor, {
    id: setId,
    name: "Set",
    system: "metric",
    marks: HUNDREDTHS,
  });
});

const HOT: EngineFile = engineFile(["1", "2"], {
  name: "Hot one",
  cam: MILD_CAM,
  heat: { block: "iron", head: "alloy" },
  adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, tpi: 20 },
  lash: {
    state: "hot",
    intake: { nominal: 0.55, low: 0.5, high: 0.6 },
    exhaust: { nominal: 0.6, low: 0.55, high: 0.65 },
  },
});
const TIGHT: EngineFile = {
  ...HOT,
  heat: { block: "alloy", head: "alloy" },
  lash: { state: "hot", intake: { nominal: 0.25 }, exhaust: { nominal: 0.3 } },
};
const LIFTERS: EngineFile = engineFile(["1", "2"], {
  cam: MILD_CAM,
  adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 4 } },
});
const FIXED: EngineFile = engineFile(["1", "2"], {
  cam: MILD_CAM,
  sector: "aircraft",
  adjuster: { kind: "fixed", ratio: 1.3, lengths: [228.6, 229.4, 230.2], fitted: 229.4 },
  lash: {
    state: "cold",
    source: "Manual, section 9",
    intake: { nominal: 0.4, low: 0.3, high: 0.6 },
    exhaust: { nominal: 0.4, low: 0.3, high: 0.6 },
  },
});

async function engine(file: EngineFile): Promise<string> {
  const id = randomUUID();
  await addEngine(db, actor, { id, text: JSON.stringify(file), serial: "", runningHours: null });
  return id;
}
const opening = (engineId: string, file: EngineFile, more: Partial<OpenJob> = {}): OpenJob =>
  openJobInput.parse({
    id: randomUUID(),
    engineId,
    state: "cold",
    temperatureC: 18,
    feelerSetId: setId,
    method: "firing-order",
    cautions: cautionsFor(file, more.state ?? "cold", more.lifters ?? null).map((c) => c.id),
    ...more,
  });
const open = async (file: EngineFile, more: Partial<OpenJob> = {}): Promise<string> =>
  openJob(db, actor, opening(await engine(file), file, more));
const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => `${(e.cause as Error | undefined)?.message ?? e.message}`,
  );
const fresh = () => ({ id: randomUUID(), supersedes: null });
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
const add = (jobId: string, entries: readonly Entry[], at?: Date) =>
  // Only the owner may say when an entry was made.
  record(at === undefined ? db : owner, actor, jobId, recordInput.parse({ entries }), at);
const reading = (valve: string, stop: string, goes: number, more: object = {}): Entry & { kind: "reading" } => ({
  ...fresh(),
  kind: "reading",
  valve,
  stop,
  pass: "as-found",
  goes: mark(goes),
  noGo: mark(goes + 0.01),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
  ...more,
});
const checks = (): Entry[] =>
  (["recheck", ...PLAIN_CHECKS] as const).map((item) => ({
    ...fresh(),
    kind: "checked",
    item,
    reason: item === "recheck" ? "told so" : null,
  }));

/** Every valve read at a lash, left and closed. */
async function closeAt(jobId: string, mm: (valve: string) => number): Promise<void> {
  const found = await findJob(db, actor.shopId, jobId);
  for (const stop of found?.job.route ?? []) {
    await add(jobId, [{ ...fresh(), kind: "arrived", stop: stop.letter }]);
    for (const { valve } of stop.valves) {
      const r = reading(valve, stop.letter, mm(valve));
      await add(jobId, [r, { ...fresh(), kind: "left", valve, reading: r.id, reason: null }]);
    }
  }
  await add(jobId, [...checks(), { ...fresh(), kind: "closed" }]);
}
const nominal = (valve: string): number => (valve.endsWith("I") ? 0.55 : 0.6);

describe("a hot spec on a cold engine", () => {
  it("is judged through the way that was chosen, and the record keeps it with what else there was", async () => {
    const jobId = await open(HOT, { heatWay: "rule" });
    const { job } = (await findJob(db, actor.shopId, jobId)) ?? {};
    expect(job?.valves.find((v) => v.id === "1I")?.spec).toMatchObject({ nominalMm: 0.3, lowMm: 0.25, highMm: 0.35 });
    expect(job?.offset).toMatchObject({
      way: "rule",
      specState: "hot",
      growthMm: { intake: 0.25 },
      others: [expect.stringMatching(/^Rule of thumb, second school/), expect.stringMatching(/^Computed/)],
    });
    await closeAt(jobId, (v) => nominal(v) - 0.25);
    const { sheet } = await loadSheet(db, actor, jobId);
    expect(sheet.offset).toBe("hot spec read cold, through −0.25 mm intake, −0.25 mm exhaust (rule of thumb)");
    expect(sheet.valves.every((v) => v.asLeft?.verdict === "in")).toBe(true);
  });
  it("does not open without a way, or by one that is not there", async () => {
    expect(await sentence(open(HOT))).toMatch(/spec is for a hot engine, .* choose how it grows/);
    expect(await sentence(open(HOT, { heatWay: "pairs-engine" }))).toMatch(/not there any more/);
  });
  it.each(["rule", "rule-small", "computed", null] as const)(
    "is refused where it would hold valves open, by way of %s",
    async (heatWay) => {
      expect(await sentence(open(TIGHT, { heatWay }))).toMatch(/would be held open/);
    },
  );
  it("is refused as well when the impossible figure comes in as a cold spec, in a file or as another source", async () => {
    const cold = {
      state: "cold" as const,
      source: "Worked out",
      intake: { nominal: 0.02 },
      exhaust: { nominal: 0.3 },
    };
    expect(await sentence(open({ ...HOT, lash: cold }))).toMatch(/intake valves would be held open/);
    expect(await sentence(open({ ...HOT, otherLash: [cold] }, { source: 1 }))).toMatch(/held open/);
    expect(
      await sentence(
        open({ ...HOT, heat: { experience: { intake: 0.55, exhaust: 0.2 } } }, { heatWay: "experience" }),
      ),
    ).toMatch(/intake valves would be held open/);
  });
  it("is refused by the database itself", async () => {
    const jobId = await open(HOT, { heatWay: "rule", bank: null });
    const row = {
      shopId: actor.shopId,
      jobId,
      valve: "9I",
      cylinder: "9",
      role: "intake" as const,
      position: 90,
      nominalMm: 0.04,
      lowMm: 0.04,
      highMm: 0.06,
    };
    expect(await sentence(db.insert(jobValves).values(row) as unknown as Promise<unknown>)).toMatch(
      /would hold valve 9I open/,
    );
  });
  it("does one bank alone", async () => {
    const vee: EngineFile = { ...HOT, layout: { kind: "vee", banks: [["1"], ["2"]] } };
    const found = await findJob(db, actor.shopId, await open(vee, { heatWay: "rule", bank: 1 }));
    expect(found?.job.valves.map((v) => v.id)).toEqual(["2I", "2E"]);
    expect(await sentence(open(HOT, { heatWay: "rule", bank: 2 }))).toMatch(/no such bank/);
  });
  it("hot readings are not held against cold ones of the time before", async () => {
    const engineId = await engine(HOT);
    const hot = await openJob(db, actor, opening(engineId, HOT, { state: "hot", temperatureC: 85 }));
    await closeAt(hot, nominal);
    const cold = await openJob(db, actor, opening(engineId, HOT, { heatWay: "rule" }));
    expect((await loadRun(db, actor, cold))?.lastTime).toEqual({});
    expect((await findJob(db, actor.shopId, cold))?.job.lastTime).toEqual({});
  });
});

describe("measured pairs", () => {
  const cold = (valves: readonly string[], goes = 0.3) =>
    hotColdInput.parse({
      temperatureC: 18,
      unit: "mm",
      readings: valves.map((valve) => ({ id: randomUUID(), valve, goes: String(goes), noGo: String(goes + 0.01) })),
    });
  async function hotJob(engineId: string): Promise<string> {
    const jobId = await openJob(db, actor, opening(engineId, HOT, { state: "hot", temperatureC: 85 }));
    await closeAt(jobId, nominal);
    return jobId;
  }
  it("are offered at the next job on the engine and on its model, kept once, the last reading counts", async () => {
    const [mine, sister, stranger] = [
      await engine(HOT),
      await engine(HOT),
      await engine({ ...HOT, name: "Another" }),
    ];
    const jobId = await hotJob(mine);
    const first = cold(["1I", "1E"], 0.25);
    await keepHotCold(db, actor, jobId, first);
    await keepHotCold(db, actor, jobId, first);
    await keepHotCold(db, actor, jobId, cold(["1I", "1E", "2I"]));
    const measured = await measuredFor(db, actor.shopId, mine);
    expect(measured.engine.map((p) => [p.valve, Number((p.hotMm - p.coldMm).toFixed(6))]).sort()).toEqual([
      ["1E", 0.3],
      ["1I", 0.25],
      ["2I", 0.25],
    ]);
    expect((await measuredFor(db, actor.shopId, sister)).model).toHaveLength(3);
    expect(await measuredFor(db, actor.shopId, stranger)).toEqual({ engine: [], model: [] });
    const found = await findJob(
      db,
      actor.shopId,
      await openJob(db, actor, opening(sister, HOT, { heatWay: "pairs-model" })),
    );
    expect(found?.job.valves.map((v) => v.spec.nominalMm)).toEqual([0.3, 0.3, 0.3, 0.3]);
    expect((await loadHotCold(db, actor.shopId, jobId))?.valves.map((v) => v.read?.goes.text ?? null)).toEqual([
      "0.3 mm",
      "0.3 mm",
      "0.3 mm",
      null,
    ]);
  });
  it("that can't be are asked about, and one that was kept is taken out with a reason", async () => {
    const mine = await engine(HOT);
    const jobId = await hotJob(mine);
    const odd = cold(["1I"], 2.5);
    expect(await sentence(keepHotCold(db, actor, jobId, odd))).toMatch(/1I gets tighter by 1\.95 mm hot/);
    expect((await measuredFor(db, actor.shopId, mine)).engine).toEqual([]);
    await keepHotCold(db, actor, jobId, { ...odd, sure: ["1I"] });
    expect((await measuredFor(db, actor.shopId, mine)).engine).toHaveLength(1);
    const out = (valve: string, reason: string) => hotColdInput.parse({ out: [{ id: randomUUID(), valve, reason }] });
    await keepHotCold(db, actor, jobId, out("1I", "Misread"));
    expect((await measuredFor(db, actor.shopId, mine)).engine).toEqual([]);
    expect((await loadHotCold(db, actor.shopId, jobId))?.valves[0]).toMatchObject({ id: "1I", outReason: "Misread" });
    expect(await sentence(keepHotCold(db, actor, jobId, out("1E", "Misread")))).toMatch(/Nothing was read of 1E/);
    // Read again, it counts again.
    await keepHotCold(db, actor, jobId, cold(["1I"]));
    expect((await measuredFor(db, actor.shopId, mine)).engine).toHaveLength(1);
    expect(hotColdInput.safeParse({ out: [{ id: randomUUID(), valve: "1I", reason: " " }] }).success).toBe(false);
    expect(hotColdInput.safeParse({}).success).toBe(false);
  });
  it("need a valve that a lash job has left, and leaves that can be", async () => {
    const engineId = await engine(HOT);
    const openOne = await openJob(db, actor, opening(engineId, HOT, { state: "hot", temperatureC: 85 }));
    expect(await sentence(keepHotCold(db, actor, openOne, cold(["1I"])))).toMatch(/1I is still in work/);
    expect(await loadHotCold(db, actor.shopId, openOne)).toMatchObject({ inHand: true, valves: [] });
    const jobId = await hotJob(engineId);
    expect(await sentence(keepHotCold(db, actor, jobId, cold(["9I"])))).toMatch(/not part of this job/);
    expect(
      await sentence(
        keepHotCold(db, actor, jobId, {
          ...cold(["1I"]),
          readings: [{ id: randomUUID(), valve: "1I", goes: "0.4", noGo: "0.3" }],
        }),
      ),
    ).toMatch(/a slip/);
    expect(
      await sentence(
        keepHotCold(db, actor, jobId, {
          ...cold(["1I"]),
          readings: [{ id: randomUUID(), valve: "1I", goes: "x", noGo: "0.3" }],
        }),
      ),
    ).toMatch(/"x" is not a length/);
    const row = {
      id: randomUUID(),
      shopId: actor.shopId,
      jobId,
      valve: "1I",
      state: "hot" as const,
      goesMm: 0.3,
      goesText: "0.3",
      noGoMm: 0.4,
      noGoText: "0.4",
      personId: actor.person.id,
    };
    expect(await sentence(db.insert(stateReadings).values(row) as unknown as Promise<unknown>)).toMatch(
      /other state is of a valve that a lash job has left/,
    );
  });
  it("are taken while the job is in hand, and count no more for a valve that was set again", async () => {
    const engineId = await engine(HOT);
    const jobId = await openJob(db, actor, opening(engineId, HOT, { state: "hot", temperatureC: 85 }));
    const stop = (await findJob(db, actor.shopId, jobId))?.job.route.find((s) =>
      s.valves.some((v) => v.valve === "1I"),
    );
    const letter = stop?.letter ?? "";
    const leave = (mm: number, pass: "as-found" | "as-left"): Entry[] => {
      const r = reading("1I", letter, mm, { pass });
      return [r, { ...fresh(), kind: "left", valve: "1I", reading: r.id, reason: null }];
    };
    const counted = async () => (await measuredFor(db, actor.shopId, engineId)).engine.map((p) => p.valve);
    await add(jobId, [{ ...fresh(), kind: "arrived", stop: letter }, ...leave(0.55, "as-found")]);
    await keepHotCold(db, actor, jobId, cold(["1I"]));
    expect(await counted()).toEqual(["1I"]);
    const set: Entry = {
      ...fresh(),
      kind: "set",
      valve: "1I",
      stop: letter,
      turns: 0.1,
      aimMm: 0.55,
      locked: true,
    };
    await add(jobId, [{ ...fresh(), kind: "reopened", valve: "1I", reason: "Ticks" }]);
    await add(jobId, [reading("1I", letter, 0.57, { pass: "re-check" }), set, ...leave(0.54, "as-left")]);
    expect(await counted()).toEqual([]);
    expect((await loadHotCold(db, actor.shopId, jobId))?.valves).toMatchObject([{ id: "1I", read: null }]);
    await keepHotCold(db, actor, jobId, cold(["1I"], 0.24));
    expect(await counted()).toEqual(["1I"]);
    await add(jobId, [{ ...fresh(), kind: "called-off", reason: "Wrong engine" }]);
    expect(await counted()).toEqual([]);
    expect(await sentence(keepHotCold(db, actor, jobId, cold(["1I"])))).toMatch(/called off/);
  });
  it("what makes it grow is changed and taken away on its own", async () => {
    const id = await engine(HOT);
    await changeHeat(db, actor, id, { heat: { block: "alloy", head: "alloy", bolts: "kept" } });
    expect((await findEngine(db, actor.shopId, id))?.file).toMatchObject({
      heat: { block: "alloy", bolts: "kept" },
      lash: HOT.lash,
    });
    await changeHeat(db, actor, id, { heat: null });
    expect((await findEngine(db, actor.shopId, id))?.file.heat).toBeUndefined();
    expect(await sentence(changeHeat(db, actor, id, { heat: { block: "tin" } }))).toMatch(/iron or alloy/);
  });
});

const zeroed = (valve: string, stop: string): Entry => ({
  ...fresh(),
  kind: "zeroed",
  valve,
  stop,
  school: "up-down",
  foundTurns: 0.25,
  apartTurns: null,
  reason: null,
});
const turned = (valve: string, stop: string, turns: number, locked = true): Entry & { kind: "set" } => ({
  ...fresh(),
  kind: "set",
  valve,
  stop,
  turns,
  aimMm: null,
  locked,
});
const left = (valve: string, by: string, reason: string | null = null): Entry => ({
  ...fresh(),
  kind: "left",
  valve,
  reading: by,
  reason,
});

describe("a preload job", () => {
  const minutes = (n: number): Date => new Date(Date.parse("2026-11-20T08:00:00Z") + n * 60_000);
  it("asks whether the lifters have run, and waits as this shop waits", async () => {
    expect(await sentence(open(LIFTERS))).toMatch(/Say whether these lifters have run/);
    await changeSettings(db, actor, settingsInput.parse({ usual: 7, cold: 21 }));
    expect(await bleedOf(db, actor.shopId)).toEqual({ usual: 7, cold: 21, always: false });
    const waits = async (more: Partial<OpenJob>) =>
      (await findJob(db, actor.shopId, await open(LIFTERS, { lifters: "run", ...more })))?.job.task.plan;
    expect([await waits({}), await waits({ temperatureC: 3 }), await waits({ lifters: "dry" })]).toMatchObject([
      { bleedMinutes: 7 },
      { bleedMinutes: 21 },
      { bleedMinutes: null },
    ]);
    expect(settingsInput.safeParse({ usual: 0, cold: 30 }).success).toBe(false);
  });
  it("refuses turns out of the window, and a file without what it needs", async () => {
    expect(await sentence(open(LIFTERS, { lifters: "run", targetTurns: 3 }))).toMatch(/too much for their window/);
    expect(
      await sentence(
        open({ ...LIFTERS, adjuster: { kind: "hydraulic", at: "stud-nut", tpi: 24 } }, { lifters: "run" }),
      ),
    ).toMatch(/rocker ratio/);
  });
  it("begins turns that the levers put outside the window with wires as the proof, and holds all else until then, in the database too", async () => {
    const short: EngineFile = {
      ...LIFTERS,
      adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 2 } },
    };
    const asked = { lifters: "dry", targetTurns: 1 } as const;
    expect(await sentence(open(short, asked))).toMatch(
      /too much for their window.*wires at the first lifter as the proof/,
    );
    const jobId = await open(short, { ...asked, proof: true });
    const { job } = (await findJob(db, actor.shopId, jobId)) ?? {};
    const [here, there] = job?.route ?? [];
    const [a = "", b = ""] = here?.valves.map((v) => v.valve) ?? [];
    const stop = here?.letter ?? "";
    await add(jobId, [{ ...fresh(), kind: "arrived", stop }]);
    const first = turned(a, stop, 1);
    await add(jobId, [zeroed(a, stop), first, zeroed(b, stop)]);
    expect(await sentence(add(jobId, [turned(b, stop, 1)]))).toMatch(`Hold wires to ${a} first`);
    const raw = (kind: "set" | "arrived", at: string, seq: number) =>
      sentence(
        owner.execute(
          kind === "set"
            ? sql`insert into entries (id, shop_id, job_id, seq, person_id, kind, valve, stop, turns, locked) values (gen_random_uuid(), ${actor.shopId}, ${jobId}, ${seq}, ${actor.person.id}, 'set', ${b}, ${at}, 1, true)`
            : sql`insert into entries (id, shop_id, job_id, seq, person_id, kind, stop) values (gen_random_uuid(), ${actor.shopId}, ${jobId}, ${seq}, ${actor.person.id}, 'arrived', ${at})`,
        ),
      );
    expect(await raw("set", stop, 80)).toMatch(`wires at valve ${a} come first`);
    expect(await raw("arrived", there?.letter ?? "", 81)).toMatch(`wires at valve ${a} come first`);
    expect(await raw("arrived", stop, 82)).toBe("taken");
    const wires = (goes: number, noGo: number): Entry & { kind: "reading" } => ({
      ...fresh(),
      kind: "reading",
      valve: a,
      stop,
      pass: "as-left",
      goes: { mm: goes, text: `${goes} mm` },
      noGo: { mm: noGo, text: `${noGo} mm` },
      school: "wire",
      value: null,
      instrument: "wires",
      reason: null,
    });
    await add(jobId, [wires(1.6, 1.7)]);
    expect(await raw("set", stop, 90)).toMatch("come first");
    const shown = wires(1, 1.1);
    await add(jobId, [shown, left(a, shown.id)]);
    const second = turned(b, stop, 1);
    await add(jobId, [
      second,
      left(b, second.id, `Turned in as ${a}`),
      { ...fresh(), kind: "arrived", stop: there?.letter ?? "" },
    ]);
    expect((await loadSheet(db, actor, jobId)).sheet.valves.find((v) => v.valve === b)).toMatchObject({
      asLeft: { read: "one full turn, plunger 1.76 mm", verdict: "undecided" },
      reasons: [`Turned in as ${a}`],
    });
  });
  it("goes on where piston and cam are out of the way, in the core and in the database, unless the shop always waits", async () => {
    const four: EngineFile = engineFile(["1", "3", "4", "2"], {
      cam: MILD_CAM,
      ...(LIFTERS.adjuster === undefined ? {} : { adjuster: LIFTERS.adjuster }),
    });
    const at = async (valve: "1I" | "1E"): Promise<string> => {
      const jobId = await open(four, { lifters: "run", method: "firing-order" });
      await add(jobId, [{ ...fresh(), kind: "arrived", stop: "A" }], minutes(0));
      await add(jobId, [zeroed(valve, "A"), turned(valve, "A", 0.5)], minutes(0));
      return sentence(add(jobId, [{ ...fresh(), kind: "arrived", stop: "B" }], minutes(1)));
    };
    expect(await at("1I")).toBe("taken");
    expect(await at("1E")).toMatch(/Leave the crank where it is/);
    // A stop that was passed is a whole cycle away, with that piston past its top: neither core nor database takes it.
    const eight: EngineFile = {
      ...four,
      ...engineFile(["1", "8", "4", "3", "6", "5", "7", "2"], { cam: MILD_CAM }),
      ...(LIFTERS.adjuster === undefined ? {} : { adjuster: LIFTERS.adjuster }),
    };
    const jobId = await open(eight, { lifters: "run", method: "firing-order" });
    await add(jobId, [{ ...fresh(), kind: "arrived", stop: "A" }], minutes(0));
    await add(jobId, [zeroed("1I", "A"), turned("1I", "A", 0.5)], minutes(0));
    await add(jobId, [{ ...fresh(), kind: "arrived", stop: "C" }], minutes(1));
    const back = (stop: string) => add(jobId, [{ ...fresh(), kind: "arrived", stop }], minutes(2));
    expect(await sentence(back("B"))).toMatch(/Leave the crank where it is/);
    const raw = (stop: string, seq: number) =>
      owner.execute(
        sql`insert into entries (id, shop_id, job_id, seq, person_id, kind, stop, at) values (gen_random_uuid(), ${actor.shopId}, ${jobId}, ${seq}, ${actor.person.id}, 'arrived', ${stop}, ${minutes(2).toISOString()})`,
      );
    expect(await sentence(raw("B", 90))).toMatch(/squeezed lifters have not bled down/);
    expect(await sentence(raw("D", 91))).toBe("taken");
    await changeSettings(db, actor, settingsInput.parse({ always: true }));
    expect(await at("1I")).toMatch(/Leave the crank where it is/);
  });
  it("is worked through with the crank held until the lifters have bled down", async () => {
    const jobId = await open(LIFTERS, { lifters: "run" });
    const { job } = (await findJob(db, actor.shopId, jobId)) ?? {};
    let now = 0;
    for (const [i, stop] of (job?.route ?? []).entries()) {
      if (i > 0)
        expect(
          await sentence(add(jobId, [{ ...fresh(), kind: "arrived", stop: stop.letter }], minutes(now))),
        ).toMatch(/Leave the crank where it is for 1[45]:/);
      now += i === 0 ? 0 : 16;
      await add(jobId, [{ ...fresh(), kind: "arrived", stop: stop.letter }], minutes(now));
      for (const { valve } of stop.valves) {
        const set = turned(valve, stop.letter, 0.5);
        await add(jobId, [zeroed(valve, stop.letter), set, left(valve, set.id)], minutes(now));
      }
    }
    await add(jobId, [...checks(), { ...fresh(), kind: "closed" }], minutes(now + 20));
    const { sheet } = await loadSheet(db, actor, jobId);
    expect(sheet).toMatchObject({
      work: "preload",
      spread: expect.stringMatching(/All 4 plungers stand alike, 0\.88/),
    });
    expect(sheet.valves[0]).toMatchObject({
      asLeft: { read: "half a turn, plunger 0.88 mm", verdict: "in", by: "Ada" },
      asFound: { read: "a quarter turn, plunger 0.44 mm", verdict: "shallow" },
      preload: { zeroSchool: "Lift and drop", turns: 0.5 },
    });
    expect(sheetCsv(sheet)).toMatch(/zero_lash_by,turns,plunger_mm/);
    expect(await loadHotCold(db, actor.shopId, jobId)).toBeNull();
  });
  it("the database holds on its own: the crank, the window, the lock, and what has no place in the job", async () => {
    const jobId = await open(LIFTERS, { lifters: "run" });
    const [a, b] = (await findJob(db, actor.shopId, jobId))?.job.route ?? [];
    const valve = a?.valves[0]?.valve ?? "";
    const shallow = turned(valve, "A", 0.125);
    await add(jobId, [{ ...fresh(), kind: "arrived", stop: "A" }, zeroed(valve, "A"), shallow]);
    let seq = 100;
    type Row = typeof entryRows.$inferInsert;
    const put = (kind: Row["kind"], more: Partial<Row>) =>
      sentence(
        db.insert(entryRows).values({
          id: randomUUID(),
          shopId: actor.shopId,
          jobId,
          personId: actor.person.id,
          seq: ++seq,
          kind,
          ...more,
        }) as unknown as Promise<unknown>,
      );
    expect(await put("arrived", { stop: b?.letter ?? "" })).toMatch(/have not bled down/);
    expect(await put("turned-over", {})).toMatch(/have not bled down/);
    expect(await put("left", { valve, readingId: shallow.id })).toMatch(/outside its window/);
    expect(await put("left", { valve, readingId: randomUUID() })).toMatch(/on what set it last only/);
    expect(await put("fitted", { valve, stop: "A", lengthMm: 200 })).toMatch(/no place in a job of preload/);
    expect(
      await put("reading", {
        valve,
        stop: "A",
        pass: "as-left",
        goesMm: 0.2,
        goesText: "0.2",
        noGoMm: 0.3,
        noGoText: "0.3",
        school: "drag",
      }),
    ).toMatch(/no place/);
    expect(await put("zeroed", { valve, stop: "A" })).toMatch(/zeroed needs zero_school/);
    expect(await put("temperature", {})).toMatch(/temperature needs celsius/);
    expect(await put("bled-down", { reason: "they collapsed under the hand" })).toBe("taken");
    expect(await put("arrived", { stop: b?.letter ?? "" })).toBe("taken");
    expect(await sentence(db.update(jobs).set({ bleedMinutes: 1 }) as unknown as Promise<unknown>)).toMatch(
      /permission denied/,
    );
  });
});

describe("a dry-gap job", () => {
  it("on aircraft is not begun without a licensed person, who stands on the sheet with the manual", async () => {
    expect(await sentence(open(FIXED))).toMatch(/Name the licensed person/);
    const jobId = await open(FIXED, { licensed: "Ada Lark, licence 7" });
    expect(await loadRun(db, actor, jobId)).toMatchObject({
      licensed: "Ada Lark, licence 7",
      job: { survey: true, task: { kind: "dry-gap", plan: { gear: { fittedMm: 229.4 } } } },
    });
    expect((await loadSheet(db, actor, jobId)).sheet).toMatchObject({
      licensed: "Ada Lark, licence 7",
      specSource: "Manual, section 9",
    });
  });
  it("remembers at the next one what was fitted, and has no place for a screw", async () => {
    const engineId = await engine(FIXED);
    const jobId = await openJob(db, actor, opening(engineId, FIXED, { licensed: "A" }));
    const route = (await findJob(db, actor.shopId, jobId))?.job.route ?? [];
    for (const stop of route)
      await add(jobId, [
        { ...fresh(), kind: "arrived", stop: stop.letter },
        ...stop.valves.map((v) => reading(v.valve, stop.letter, v.valve === "2E" ? 0.7 : 0.4)),
      ]);
    const last = route.at(-1)?.letter ?? "";
    await add(jobId, [
      {
        ...fresh(),
        kind: "fitted",
        valve: "2E",
        stop: last,
        fromMm: 229.4,
        lengthMm: 230.2,
        partFrom: null,
        part: null,
        collets: null,
        instrument: null,
      },
    ]);
    const row = {
      id: randomUUID(),
      shopId: actor.shopId,
      jobId,
      personId: actor.person.id,
      seq: 99,
      kind: "set" as const,
      valve: "2E",
      stop: last,
      turns: 0.1,
    };
    expect(await sentence(db.insert(entryRows).values(row) as unknown as Promise<unknown>)).toMatch(
      /set has no place in a job of dry-gap/,
    );
    const next = await openJob(db, actor, opening(engineId, FIXED, { licensed: "A" }));
    expect((await findJob(db, actor.shopId, next))?.job.task.plan).toMatchObject({ fittedMm: { "2E": 230.2 } });
  });
});
