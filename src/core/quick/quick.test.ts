/** Single questions without an engine: against sums done by hand, and with everything that is typed wrong said. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { runs } from "../units/runs.testing";
import { planStops } from "../stops/recommend";
import { COMMON_SETS } from "../shop/commonSets";
import { carriedFrom } from "./carry";
import { type TypedHeat, growthRules, quickHeat } from "./heat";
import { leavesFor, readGap } from "./leafFor";
import { engineOfOrder } from "./order";
import { type TypedPreload, quickPreload } from "./preload";
import { quickShim } from "./shim";
import { sizesAround } from "./sizes";
import { type TypedTurn, quickTurn } from "./turn";

describe("stops from a firing order alone", () => {
  const two = (order: string, strokes: 2 | 4 = 4) => {
    const { file, problems } = engineOfOrder({ order, strokes, valves: "" });
    if (file === null) return problems;
    const plan = planStops(resolveEngine(file)).methods.find((m) => m.id === "two-stop");
    return plan?.stops.map((s) => s.set.map((v) => v.valve).sort());
  };
  it("gives the two-stop list that is printed everywhere for an in-line six", () =>
    expect(two("1-5-3-6-2-4")).toEqual([
      ["1E", "1I", "2I", "3E", "4I", "5E"],
      ["2E", "3I", "4E", "5I", "6E", "6I"],
    ]));
  it("takes what is between the figures as people type it, and says what is wrong", () => {
    expect(two("1 3 4 2")).toEqual(two("1-3-4-2"));
    expect(two("1,3,4,2")).toEqual(two("1-3-4-2"));
    expect(two("1-3-3-2")).toMatchObject({ firingOrder: "Cylinder 3 stands twice." });
    expect(two("")).toMatchObject({ firingOrder: expect.stringMatching(/^Type the firing order/) });
    expect(engineOfOrder({ order: "1-2-3", strokes: 2, valves: "" }).file?.valves.map((v) => v.id)).toEqual([
      "1E",
      "2E",
      "3E",
    ]);
  });
});

describe("how far to turn", () => {
  const NOTHING: TypedTurn = { lash: "", target: "", change: "", thread: "3/8-24", at: "stud-nut", ratio: "1.5" };
  const deg = (typed: Partial<TypedTurn>) => {
    const { answer, problems } = quickTurn({ ...NOTHING, ...typed });
    return answer === null ? problems : [Number(answer.turn.screwDeg.toFixed(2)), answer.turn.direction];
  };
  it.each<[Partial<TypedTurn>, [number, string]]>([
    // 25.4 / 24 mm a turn, times 1 + 1.5.
    [{ change: "0.04 mm" }, [5.44, "in"]],
    [{ lash: "0.35 mm", target: "0.30 mm" }, [6.8, "in"]],
    [{ lash: ".010 in", target: ".012 in" }, [6.91, "out"]],
    [{ lash: "0.30 mm", target: "0.30 mm" }, [0, "none"]],
    [{ change: "0.1 mm", thread: "M8x1", at: "valve-end", ratio: "" }, [36, "in"]],
    [{ change: "0.1 mm", thread: "1 mm", at: "pushrod-end", ratio: "1,6" }, [22.5, "in"]],
    [{ change: "0.1 mm", thread: "1 mm", at: "cam", ratio: "2" }, [72, "in"]],
  ])("%j is %j", (typed, answer) => expect(deg(typed)).toEqual(answer));
  it("waits for what is not typed, and says what is wrong", () => {
    for (const typed of [{}, { change: "0.1 mm", ratio: "" }, { change: "0.1 mm", thread: "" }, { lash: "0.3 mm" }])
      expect(deg(typed)).toEqual({});
    expect(deg({ change: "x" })).toMatchObject({ change: expect.stringMatching(/no length/) });
    expect(deg({ change: "0.04" })).toMatchObject({ change: expect.stringMatching(/mm or .* in/) });
    expect(deg({ change: "0.1 mm", thread: "M10" })).toMatchObject({ thread: expect.stringMatching(/several/) });
    expect(deg({ change: "0.1 mm", ratio: "15" })).toMatchObject({ ratio: expect.stringMatching(/between/) });
    expect(deg({ lash: "-0.1 mm", target: "0.2 mm" })).toMatchObject({ lash: expect.stringMatching(/below zero/) });
    // Both lashes go before a change that was typed beside them.
    expect(deg({ lash: "0.3 mm", target: "0.3 mm", change: "0.1 mm" })).toEqual([0, "none"]);
    expect(quickTurn({ ...NOTHING, change: "0.1 mm" }).answer).toMatchObject({ eitherWay: true, changeMm: 0.1 });
  });
});

describe("which shim", () => {
  const STEP = { step: "0.05 mm" };
  it("sums on paper what was typed, in either unit", () => {
    const { answer } = quickShim({ fitted: "2.35 mm", lash: "0.10 mm", target: "0.20 mm", ...STEP });
    expect(answer).toMatchObject({ wantedMm: expect.closeTo(2.25, 9) as number, unit: "mm" });
    expect(quickShim({ fitted: ".093 in", lash: ".004 in", target: ".008 in", ...STEP }).answer).toMatchObject({
      wantedMm: expect.closeTo(0.089 * 25.4, 9) as number,
      unit: "in",
    });
    expect(quickShim({ fitted: "0.1 mm", lash: "0 mm", target: "0.2 mm", ...STEP }).answer).toBe("none");
  });
  it("waits for what is not typed, and says what is wrong", () => {
    expect(quickShim({ fitted: "2.35 mm", lash: "", target: "0.20 mm", ...STEP })).toEqual({
      answer: null,
      problems: {},
    });
    const wrong = (typed: object) =>
      quickShim({ fitted: "2.35 mm", lash: "0.10 mm", target: "0.20 mm", ...STEP, ...typed });
    expect(wrong({ fitted: "thick" }).problems.fitted).toMatch(/no length/);
    expect(wrong({ fitted: "0 mm" }).problems.fitted).toBe("It is more than nothing.");
    expect(wrong({ lash: "-0.1 mm" }).problems.lash).toBe("A gap is never below zero.");
    expect(wrong({ lash: "0.1" }).problems.lash).toMatch(/mm or .* in/);
    expect(wrong({ step: "0.0001 mm" })).toMatchObject({
      answer: null,
      problems: { step: "It is more than nothing." },
    });
  });
  it("lists the sizes next to the wanted one with what each leaves", () => {
    // 2.35 fitted and 0.10 read, 0.20 wanted: 2.25.
    const sizes = sizesAround(2.25, 0.05, 2.35, 0.1);
    expect(sizes.map((s) => s.thicknessMm)).toEqual([2.1, 2.15, 2.2, 2.25, 2.3, 2.35, 2.4]);
    expect(sizes.find((s) => s.nearest)).toMatchObject({
      thicknessMm: 2.25,
      lashMm: expect.closeTo(0.2, 9) as number,
    });
  });
  it("takes the thinner of two that are as near, and none under one step", () => {
    expect(sizesAround(2.225, 0.05, 2, 0).find((s) => s.nearest)?.thicknessMm).toBe(2.2);
    expect(sizesAround(0.06, 0.05, 2, 0).map((s) => s.thicknessMm)).toEqual([0.05, 0.1, 0.15, 0.2]);
    expect(() => sizesAround(2, 0, 2, 0)).toThrow(RangeError);
  });
  it("keeps thickness and lash together the same, whatever the size", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(0.01, 0.025, 0.05, 0.0254),
        (fitted, lash, step) => {
          const sizes = sizesAround(fitted + lash - 0.2, step, fitted, lash);
          const nearest = sizes.find((s) => s.nearest);
          for (const s of sizes) {
            expect(s.thicknessMm + s.lashMm).toBeCloseTo(fitted + lash, 6);
            expect(Math.abs(s.lashMm - 0.2)).toBeGreaterThanOrEqual(Math.abs((nearest?.lashMm ?? 0) - 0.2) - 1e-5);
          }
        },
      ),
      { numRuns: runs(200) },
    ));
});

describe("which leaf", () => {
  const SET = [0.05, 0.1, 0.15, 0.2, 0.25];
  it.each<[number, number | null, number | null, number | null]>([
    [0.15, 0.15, 0.1, 0.2],
    [0.5, 0.5, 0.45, 0.55],
    [0.37, null, 0.35, 0.4],
    [0.03, null, null, 0.05],
    [2, null, 0.6, null],
  ])("for %d mm", (gap, exact, goes, noGo) => {
    const found = leavesFor(gap, SET);
    const mm = (s: { thicknessMm: number } | null) => (s === null ? null : Number(s.thicknessMm.toFixed(6)));
    expect([mm(found.exact), mm(found.goes), mm(found.noGo)]).toEqual([exact, goes, noGo]);
  });
  it("refuses a gap that is none", () => {
    expect(() => leavesFor(0, SET)).toThrow(RangeError);
    expect(readGap("0 mm")).toEqual({ length: null, why: "A gap is more than nothing." });
    expect(readGap("")).toEqual({ length: null, why: null });
    expect(readGap("0.37 mm").length?.mm).toBe(0.37);
  });
  it("knows the sets that are sold everywhere", () =>
    expect(COMMON_SETS.map((s) => [s.leaves.length, s.leaves[0]?.mm, s.leaves.at(-1)?.mm])).toEqual([
      [20, 0.05, 1],
      [48, 0.03, 0.5],
      [34, 0.0508, expect.closeTo(0.889, 9)],
    ]));
});

describe("preload", () => {
  const NOTHING: TypedPreload = { thread: "3/8-24", at: "stud-nut", ratio: "1.5", travel: "4 mm", growth: "" };
  it("says what the gear does, and counts with heat only where it is known", () => {
    const { answer } = quickPreload(NOTHING);
    expect(answer).toMatchObject({ growthMm: null, gear: { pitchMm: 25.4 / 24, ratio: 1.5 } });
    expect(quickPreload({ ...NOTHING, growth: "0.06 mm" }).answer?.growthMm).toBe(0.06);
    // At the pushrod the ratio is wanted for heat alone.
    expect(quickPreload({ ...NOTHING, at: "pushrod-end", ratio: "" }).answer).toMatchObject({ growthMm: null });
    expect(quickPreload({ ...NOTHING, at: "pushrod-end", ratio: "", growth: "0.06 mm" }).answer).toBeNull();
  });
  it("waits for what is not typed, and says what is wrong", () => {
    for (const typed of [{ thread: "" }, { ratio: "" }, { travel: "" }])
      expect(quickPreload({ ...NOTHING, ...typed })).toEqual({ answer: null, problems: {} });
    expect(quickPreload({ ...NOTHING, ratio: "15" }).problems.ratio).toMatch(/between/);
    // Where it is not asked for, nobody sees what is wrong with it.
    expect(quickPreload({ ...NOTHING, at: "pushrod-end", ratio: "15" })).toMatchObject({ answer: {}, problems: {} });
    expect(quickPreload({ ...NOTHING, thread: "M10" }).problems.thread).toMatch(/several/);
    expect(quickPreload({ ...NOTHING, growth: "warm" }).problems.growth).toMatch(/no length/);
  });
});

describe("a spec of one state in the other", () => {
  const NOTHING: TypedHeat = { spec: "0.50 mm", state: "hot", material: "", growth: "" };
  it("goes by what was measured before any rule", () => {
    const { answer } = quickHeat({ ...NOTHING, material: "iron", growth: "0.06 mm" });
    expect(answer).toMatchObject({ into: "cold", unit: "mm", ways: [{ id: "typed", intoMm: 0.44, refused: null }] });
    expect(quickHeat({ ...NOTHING, state: "cold", spec: ".012 in", growth: ".002 in" }).answer).toMatchObject({
      into: "hot",
      unit: "in",
      ways: [{ intoMm: expect.closeTo(0.014 * 25.4, 9) as number }],
    });
  });
  it("tells every school apart, and refuses what would hold a valve open", () => {
    const { answer } = quickHeat({ ...NOTHING, material: "alloy" });
    expect(answer?.ways.map((w) => [w.id, w.refused === null])).toEqual([
      ["rule", false],
      ["rule-small", true],
    ]);
    for (const way of answer?.ways ?? []) expect(way.leastMm).toBeLessThanOrEqual(way.mostMm);
  });
  it("waits, and says what is wrong", () => {
    expect(quickHeat(NOTHING)).toEqual({ answer: null, problems: {} });
    expect(quickHeat({ ...NOTHING, spec: "0.5" }).problems.spec).toMatch(/mm or .* in/);
    expect(quickHeat({ ...NOTHING, growth: "much" }).problems.growth).toMatch(/no length/);
    expect(quickHeat({ ...NOTHING, material: "iron", growth: "much" }).answer).toBeNull();
  });
});

it("heat by the rules of the trade, each school by itself", () => {
  const of = (material: string) => growthRules(material).map((r) => r.growth.intake?.growthMm);
  expect([of("iron"), of("iron-alloy"), of("alloy"), of("tin")]).toEqual([[0.025], [0.25, 0.065], [0.5, 0.065], []]);
});

describe("what is carried into a new engine", () => {
  it("is the order and the gear, as they were typed", () => {
    expect(carriedFrom({ order: "1-3-4-2", strokes: "4", valves: "I I E E" })).toEqual({
      draft: { firingOrder: "1-3-4-2", valves: "I I E E" },
      rest: {},
    });
    expect(carriedFrom({ order: "1-2-3", strokes: "2" }).draft).toEqual({
      firingOrder: "1-2-3",
      strokes: 2,
      valves: "E",
    });
    expect(carriedFrom({ thread: "3/8-24", at: "stud-nut", ratio: "1.5" }).rest.adjuster).toEqual({
      kind: "screw",
      at: "stud-nut",
      tpi: 24,
      ratio: 1.5,
    });
    expect(
      carriedFrom({ thread: "3/8-24", at: "stud-nut", ratio: "1.5", travel: "4 mm" }).rest.adjuster,
    ).toMatchObject({
      kind: "hydraulic",
      plunger: { travel: "4 mm" },
    });
    expect(carriedFrom({ thread: "1 mm", at: "cam", ratio: "1.6" }).rest.adjuster).toMatchObject({
      followerRatio: 1.6,
    });
  });
  it("is that shims set it, and what it is made of, where that was the question", () => {
    expect(carriedFrom({ gear: "shim" }).rest).toEqual({ adjuster: { kind: "bucket-shim" } });
    expect(carriedFrom({ material: "iron-alloy" }).rest).toEqual({ heat: { block: "iron", head: "alloy" } });
    expect(carriedFrom({ material: "tin" }).rest).toEqual({});
  });
  it("leaves behind what is no figure", () => {
    expect(carriedFrom({})).toEqual({ draft: {}, rest: {} });
    expect(carriedFrom({ thread: "M10", at: "stud-nut" }).rest).toEqual({});
    expect(carriedFrom({ thread: "1 mm", at: "elsewhere" }).rest).toEqual({});
    expect(carriedFrom({ thread: "1 mm", at: "tappet", ratio: "x" }).rest.adjuster).toEqual({
      kind: "screw",
      at: "tappet",
      pitch: "1 mm",
    });
  });
});
