/** Every kind of work that is not played in the browser, on the run's own screen, by the two keys of a pedal. */
import { cleanup } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { EngineFile } from "@/core/engine/engineFile";
import { planLengths } from "@/core/job/tasks/dryGap/plan";
import { verdictOf } from "@/core/job/ledger/readings";
import { jobState } from "@/core/job/run";
import { Gaps } from "@/core/mechanic/gaps";
import { HOB, TIDEWATER } from "@/demo/engines";
import { CORRIEMOOR, LARKFIELD } from "@/demo/lifterEngines";
import { TEASEL } from "@/demo/partsEngines";
import { setOf } from "./run.testing";
import { MemoryJob } from "./screen.testing";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const steps = (from: number, to: number, by: number) =>
  setOf(Array.from({ length: Math.round((to - from) / by) + 1 }, (_, i) => Number((from + i * by).toFixed(3))));
const FINE = steps(0.03, 0.5, 0.01);

/** The same engine with its first cylinders only. */
const short = (file: EngineFile, cylinders: readonly string[]): EngineFile => ({
  ...file,
  cylinders: [...cylinders],
  firingOrder: file.firingOrder.filter((c) => cylinders.includes(c)),
  firingAnglesDeg: cylinders.map((_, i) => (i * 720) / cylinders.length),
  valves: file.valves.filter((v) => cylinders.includes(v.cylinder)),
  bridges: file.bridges?.filter((b) => cylinders.includes(b.cylinder)),
  layout: { kind: "inline" },
});

/** What every valve of a job was left at, by its band. */
const verdicts = (shop: MemoryJob): string[] =>
  [...jobState(shop.job, shop.entries).valves.values()].map((v) =>
    v.last === null ? "unread" : verdictOf(v.last, v.valve.spec),
  );

describe("a job by keys", () => {
  it("on pushrods with bridges learns what the lock does, and aims off by it", async () => {
    const band = (nominal: number) => ({ nominal, low: nominal - 0.05, high: nominal + 0.05 });
    const file = {
      ...short(TIDEWATER, ["1", "2"]),
      lash: { state: "cold" as const, source: "Test card", intake: band(0.2), exhaust: band(0.25) },
    };
    const shop = new MemoryJob(file, { set: FINE });
    const run = await shop.open();
    const gaps = Gaps.of(file, { "1I": 0.09, "2I": -0.08, "1E": 0.09, "2E": 0.09 }, { lockShiftMm: -0.03 });
    const told = await run.work(gaps, undefined, { beforeLocking: true });
    expect(told.filter((t) => t.startsWith("Lock still loose")).length).toBeGreaterThanOrEqual(3);
    expect(told.some((t) => /bridge/i.test(t))).toBe(true);
    expect(told.some((t) => /Turn the engine over two full turns by hand/.test(t))).toBe(true);
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("with all as found first tells no turn before all are read, and tightens the girdle after", async () => {
    const file: EngineFile = {
      ...short(TIDEWATER, ["1", "2"]),
      bridges: [],
      tightenedLater: [{ name: "left girdle", valves: ["1I", "1E"], torqueNm: 34 }],
    };
    const shop = new MemoryJob(file, { set: FINE, job: { survey: true } });
    const run = await shop.open();
    const told = await run.work(Gaps.of(file, { "1I": 0.12, "2E": 0.1 }));
    const at = (words: RegExp): number => told.findIndex((t) => words.test(t));
    const lastFound = told.slice(0, at(/Now tighten/)).findLastIndex((t) => /^Read \d \w+: try/.test(t));
    expect(at(/Turn the screw/)).toBeGreaterThan(lastFound);
    expect(at(/Now tighten the left girdle to 34 Nm/)).toBeGreaterThan(at(/Turn the screw/));
    expect(at(/two full turns by hand/)).toBeGreaterThan(at(/Now tighten the left girdle/));
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("on one cylinder with a release finds its base circle beside the bump", async () => {
    const shop = new MemoryJob(HOB, { set: FINE });
    const run = await shop.open();
    await run.work(Gaps.of(HOB, { "1E": 0.05 }));
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("by grinding goes in steps, each read before the next, and never past its band", async () => {
    const shop = new MemoryJob(TEASEL, { set: FINE, task: { kind: "grinding", plan: null } });
    const run = await shop.open();
    const told = await run.work(Gaps.of(TEASEL, { "1E": -0.17, "2I": -0.05 }));
    const ground = told.filter((t) => t.startsWith("Take "));
    // A tenth at the most, then what is left of it in shorter ones.
    expect(ground[0]).toBe("Take 0.10 mm off the stem's end, and read again.");
    expect(ground.length).toBeGreaterThanOrEqual(2);
    expect(shop.entries.filter((e) => e.kind === "set" && e.valve === "1E").length).toBeGreaterThan(1);
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("on dry gaps asks for the parts, waits for them, and reads again what they leave", async () => {
    const file = short(LARKFIELD, ["1", "2"]);
    const task = { kind: "dry-gap", plan: planLengths(file, {}) } as const;
    const shop = new MemoryJob(file, {
      task,
      set: steps(0.4, 2.4, 0.1),
      given: { licensed: "Ada Lark, licence 12" },
    });
    let run = await shop.open();
    const gaps = Gaps.of(file, { "2E": -0.9, "1I": 0.85 }, { perPartMm: -1.3 });
    await run.work(gaps, /^Read the dry gap/);
    expect(run.next).toMatch(
      /plunger pressed to the bottom.*Limits by Larkfield overhaul manual, section 9\. Ada Lark, licence 12 releases this work\./,
    );
    await run.work(gaps, /pushrods are wanted/);
    expect(run.next).toContain("1 of 228.60 mm for 2E.");
    expect(run.next).toContain("1 of 230.20 mm for 1I.");
    await run.press("Ordered: job on hold");
    await run.allSaved();
    run = await shop.open(undefined, true);
    expect(run.title).toContain("Is the crank still at");
    const told = await run.work(gaps);
    expect(told.filter((t) => /^Fit a pushrod of 2(28\.60|30\.20) mm at/.test(t))).toHaveLength(2);
    expect(told).toContain("Every part seated, every keeper and clip in its place.");
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("on injectors reads the gap under their block, and turns the screw the other way", async () => {
    const file: EngineFile = {
      ...short(TIDEWATER, ["1", "2"]),
      bridges: [],
      valves: ["1", "2"].flatMap((cylinder) => [
        { id: `${cylinder}E`, cylinder, role: "exhaust" as const },
        { id: `${cylinder}J`, cylinder, role: "injector" as const },
      ]),
      cam: {
        atLift: "0.15 mm",
        exhaust: { opensDegBbdc: 50, closesDegAtdc: 10 },
        injector: { opensDeg: 560, closesDeg: 640 },
      },
      lash: {
        state: "cold",
        source: "Test card",
        exhaust: { nominal: "0.40 mm", low: "0.35 mm", high: "0.45 mm" },
        injector: { nominal: "61.70 mm", low: "61.65 mm", high: "61.75 mm", block: "62.00 mm" },
      },
      adjuster: {
        kind: "screw",
        at: "pushrod-end",
        ratio: 1.4,
        pitch: "1 mm",
        lock: "lock-nut",
        injector: { at: "valve-end", pitch: "1.25 mm" },
      },
    };
    const shop = new MemoryJob(file);
    const run = await shop.open();
    // 1J stands too high, 2J as it should.
    const gaps = new Gaps({ "1E": 0.404, "2E": 0.404, "1J": 0.18, "2J": 0.304 });
    await run.work(gaps, /injector/);
    expect(run.title).toBe("Read the gap under the 62.00 mm block at 1 injector: try 0.30 mm first.");
    const told = await run.work(gaps);
    expect(told.find((t) => /^Put .* under the block/.test(t))).toMatch(
      /^Put the 0\.30 mm leaf under the block\. Turn the screw in until it just drags/,
    );
    expect(new Set(verdicts(shop))).toEqual(new Set(["in"]));
  });

  it("on lifters waits by the shop's time, whatever this device's clock says, over a reload, and goes on by itself", async () => {
    const file: EngineFile = {
      ...short(CORRIEMOOR, ["1", "2"]),
      adjuster: { ...CORRIEMOOR.adjuster, kind: "hydraulic" },
    };
    const gear = {
      at: "stud-nut",
      ratio: 1.6,
      pitchMm: 25.4 / 24,
      plunger: { travelMm: 4, fromTopMm: 0.5, fromBottomMm: 0.5 },
    };
    const plan = { gear, targetTurns: 0.5, lifters: "run", bleedMinutes: 15, growthMm: {} };
    const shop = new MemoryJob(file, { task: { kind: "preload", plan } as never });
    let run = await shop.open();
    await run.work(new Gaps({}), /bleed down/);
    await run.allSaved();
    const timer = (): string => document.querySelector("[role=timer]")?.textContent ?? "";
    expect(timer()).toMatch(/^1[45]:\d\d$/);
    const real = Date.now;
    vi.spyOn(Date, "now").mockImplementation(() => real() + 3 * 3_600_000);
    run = await shop.open();
    expect(run.title).toBe("Leave the crank where it is: the lifters bleed down.");
    expect(timer()).toMatch(/^1[45]:\d\d$/);
    expect(shop.offer([{ id: crypto.randomUUID(), supersedes: null, kind: "arrived", stop: "B" }])).toMatch(
      /Leave the crank where it is for 1[45]:\d\d more/,
    );
    vi.restoreAllMocks();
    shop.aheadMs += 15 * 60_000;
    run = await shop.open();
    await run.until(() => /^Turn the crank/.test(run.title));
    await run.key("Enter");
    await run.allSaved();
  });
});
