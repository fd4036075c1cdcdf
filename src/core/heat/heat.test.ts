import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { engineFile } from "../engine/testEngines";
import type { EngineFile, LashEntry } from "../engine/engineFile";
import { coldAimRefusal, judgeColdAim, specIn } from "./coldAim";
import { type Temperature, coolingOf, minutesAbove } from "./cooling";
import { evenRise, growthMm, growthRangeMm, type HeatGear, type Rise } from "./expansion";
import { heatGearOf, layoutOf } from "./gearOf";
import { measuredGrowth, type HotColdReading } from "./hotColdReadings";
import { aimsOf, growthWords, proposedSource, sourceRefusal, growthSourcesOf } from "./growthSources";
import { between } from "../units/between.testing";

/** The worked example of the trade: iron block, alloy head, R 1.5, 180, 120, 290, 118, rise 70. */
const EXAMPLE: HeatGear = {
  layout: "pushrod",
  ratio: 1.5,
  block: "iron",
  head: "alloy",
  sizes: { deckMm: 180, pivotMm: 120, pushrodMm: 290, valveMm: 118 },
};

describe("the growth, computed", () => {
  it("is 0.226 mm in the trade's example, and less at the exhaust, whose valve grows more", () => {
    expect(growthMm(EXAMPLE, "intake", evenRise(70))).toBeCloseTo(0.2079 + 0.483 - 0.3654 - 0.09912, 9);
    expect(growthMm(EXAMPLE, "exhaust", evenRise(70))).toBeCloseTo(0.2264 - 118 * 5e-6 * 70, 3);
  });
  it("overhead: the head opens, the valve closes", () => {
    expect(
      growthMm({ layout: "overhead", head: "alloy", sizes: { camMm: 130, valveMm: 112 } }, "exhaust", evenRise(60)),
    ).toBeCloseTo(130 * 23e-6 * 60 - 112 * 17e-6 * 60, 9);
  });
  it("lies in its range, whose ends no mix of rises within a fifth leaves", () => {
    const share = between(0.8, 1.2);
    fc.assert(
      fc.property(fc.tuple(share, share, share, share), fc.integer({ min: 10, max: 120 }), ([b, h, p, v], k) => {
        const rise: Rise = { block: k * b, head: k * h, pushrod: k * p, valve: k * v };
        const [lo, hi] = growthRangeMm(EXAMPLE, "intake", evenRise(k));
        const got = growthMm(EXAMPLE, "intake", rise);
        expect(got).toBeGreaterThanOrEqual(lo - 1e-12);
        expect(got).toBeLessThanOrEqual(hi + 1e-12);
      }),
    );
  });
});

describe("the aim in the other state", () => {
  const SPEC = { nominalMm: 0.56, lowMm: 0.51, highMm: 0.61, assumedBand: false };
  it("moves the whole band, cold down and hot up", () => {
    expect(specIn("cold", SPEC, 0.23)).toMatchObject({
      nominalMm: expect.closeTo(0.33, 9),
      lowMm: expect.closeTo(0.28, 9),
      highMm: expect.closeTo(0.38, 9),
    });
    expect(specIn("hot", SPEC, 0.23).nominalMm).toBeCloseTo(0.79, 9);
  });
  it("never lets a cold band reach down to where a valve is held open", () =>
    expect(specIn("cold", SPEC, 0.5)).toMatchObject({ nominalMm: expect.closeTo(0.06, 9), lowMm: 0.05 }));
  it.each([
    [0.05, "possible"],
    [0.0499, "too-small"],
    [0, "too-small"],
    [-0.25, "too-small"],
  ] as const)("%f mm is %s", (mm, verdict) => {
    expect(judgeColdAim(mm)).toBe(verdict);
    expect(coldAimRefusal("intake", mm) === null).toBe(verdict === "possible");
  });
});

const pair = (valve: string, hotMm: number, coldMm: number): HotColdReading => ({
  valve,
  role: valve.endsWith("I") ? "intake" : "exhaust",
  hotMm,
  coldMm,
  unsureMm: 0.025,
});
const LASH: LashEntry = { state: "hot", intake: { nominal: ".022 in" }, exhaust: { nominal: ".024 in" } };
const file = (heat: EngineFile["heat"], more: Partial<EngineFile> = {}): EngineFile =>
  engineFile(["1", "2"], {
    lash: LASH,
    adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, tpi: 20 },
    ...(heat === undefined ? {} : { heat }),
    ...more,
  });
const NONE = { engine: [], model: [] };
const ids = (f: EngineFile, measured = NONE as Parameters<typeof growthSourcesOf>[1]) =>
  growthSourcesOf(f, measured).sources.map((w) => w.id);

describe("measured pairs", () => {
  it("are the median of a role with its spread; a single one spreads as its leaves do", () => {
    const pairs = [pair("1I", 0.56, 0.34), pair("2I", 0.56, 0.32), pair("1E", 0.61, 0.42)];
    expect(measuredGrowth(pairs, "intake")).toEqual({
      growthMm: expect.closeTo(0.23, 9),
      rangeMm: [expect.closeTo(0.22, 9), expect.closeTo(0.24, 9)],
      count: 2,
    });
    expect(measuredGrowth(pairs, "exhaust")?.rangeMm).toEqual([expect.closeTo(0.165, 9), expect.closeTo(0.215, 9)]);
    expect(measuredGrowth(pairs, "injector")).toBeNull();
  });
});

describe("the ways side by side", () => {
  it("stand in the trade's order, both schools of the rule of thumb listed", () => {
    const all = file({ block: "iron", head: "alloy", experience: { intake: "0.2 mm", exhaust: "0.2 mm" } });
    const engine = [pair("1I", 0.56, 0.34), pair("1E", 0.6, 0.42)];
    expect(ids(all, { engine, model: engine })).toEqual([
      "pairs-engine",
      "pairs-model",
      "experience",
      "rule",
      "rule-small",
      "computed",
    ]);
  });
  it.each<[EngineFile["heat"], number[]]>([
    [{ block: "iron", head: "iron" }, [0.025]],
    [{ block: "iron", head: "alloy" }, [0.25, 0.065]],
    [{ block: "alloy", head: "alloy" }, [0.5, 0.065]],
    [{ block: "alloy", head: "iron" }, []],
  ])("%j: what is said by material", (heat, growths) => {
    const rules = growthSourcesOf(file(heat), NONE).sources.filter((w) => w.id.startsWith("rule"));
    expect(rules.map((w) => w.growth.intake?.growthMm)).toEqual(growths);
  });
  it("knows no rule for overhead cams, computes with the sizes of its kind, and says what it assumed", () => {
    const overhead = file({ head: "alloy" }, { adjuster: { kind: "bucket" } });
    expect(ids(overhead)).toEqual(["computed"]);
    expect(growthSourcesOf(overhead, NONE).sources[0]?.evidence).toMatch(/usual sizes of its kind.*assumed/);
  });
  it("says what would open a further way", () =>
    expect(growthSourcesOf(file(undefined), NONE)).toMatchObject({
      sources: [],
      missing: [expect.stringMatching(/what the head is made of/)],
    }));
  it("proposes the best that knows every role", () => {
    const ways = growthSourcesOf(file({ block: "iron", head: "alloy" }), {
      engine: [pair("1I", 0.56, 0.34)],
      model: [],
    });
    expect(proposedSource(ways, ["intake", "exhaust"])?.way.id).toBe("rule");
    expect(proposedSource(ways, ["intake"])).toMatchObject({
      way: { id: "pairs-engine" },
      why: expect.stringMatching(/this very engine/),
    });
  });
  it("brings the spec over, role by role", () => {
    const [way] = growthSourcesOf(file({ experience: { intake: "0.22 mm", exhaust: "0.18 mm" } }), NONE).sources;
    expect(
      way === undefined ? [] : aimsOf(way, LASH, "cold").map((a) => [a.role, Number(a.aimMm.toFixed(3)), a.refusal]),
    ).toEqual([
      ["intake", 0.339, null],
      ["exhaust", 0.43, null],
    ]);
  });
});

describe("the refusal", () => {
  const tight: LashEntry = { state: "hot", intake: { nominal: ".010 in" }, exhaust: { nominal: ".012 in" } };
  const alloy = file({ block: "alloy", head: "alloy" }, { lash: tight });
  it("holds for every way that is no better known than one that refuses", () => {
    const ways = growthSourcesOf(alloy, NONE);
    for (const way of ways.sources) expect(sourceRefusal(ways, way, tight, "cold"), way.id).toMatch(/held open/);
  });
  it("gives way only to what is better known: pairs that were measured", () => {
    const ways = growthSourcesOf(alloy, { engine: [pair("1I", 0.254, 0.15), pair("1E", 0.305, 0.2)], model: [] });
    expect(ways.sources.map((w) => sourceRefusal(ways, w, tight, "cold") === null)).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });
  it("is not asked on the way from cold to hot", () => {
    const ways = growthSourcesOf(alloy, NONE);
    expect(ways.sources.every((w) => sourceRefusal(ways, w, { ...tight, state: "cold" }, "hot") === null)).toBe(true);
  });
});

describe("what the file says about its gear", () => {
  it.each<[EngineFile["adjuster"], ReturnType<typeof layoutOf>]>([
    [{ kind: "screw", at: "stud-nut" }, "pushrod"],
    [{ kind: "screw", at: "valve-end" }, null],
    [{ kind: "screw", at: "cam" }, "overhead"],
    [{ kind: "bucket-shim" }, "overhead"],
    [{ kind: "hydraulic", at: "pushrod-end" }, "pushrod"],
    [{ kind: "fixed" }, "pushrod"],
    [{ kind: "fixed", part: "lash-cap" }, null],
    [{ kind: "grind" }, null],
  ])("%j", (adjuster, layout) => expect(layoutOf({ ...(adjuster === undefined ? {} : { adjuster }) })).toBe(layout));
  it("takes given sizes and rises before its kind's, and assumes nothing then", () => {
    const whole = file({
      block: "iron",
      head: "alloy",
      rise: { block: 60, head: 70, pushrod: 65, valve: 200 },
      sizes: { deck: 200, pivot: 100, pushrod: 280, valve: 110 },
    });
    expect(heatGearOf(whole)).toMatchObject({
      kind: "gear",
      assumed: [],
      rise: { valve: 200 },
      gear: { ratio: 1.6, sizes: { deckMm: 200 } },
    });
  });
  it("prints minus as minus, and nothing as nothing", () => {
    expect(growthWords({ growthMm: -0.03, rangeMm: [-0.1, 0.04] }, "mm")).toBe("−0.03 (−0.10 to 0.04) mm");
    expect(growthWords({ growthMm: -0.001, rangeMm: [-0.001, -0.001] }, "mm")).toBe("0.00 mm");
    expect(growthWords({ growthMm: 0.254, rangeMm: [0.254, 0.254] }, "in")).toBe(".010 in");
  });
});

describe("cooling", () => {
  /** The law of cooling itself: what is left over the air halves in every half time. */
  const warmthAt = (last: Temperature, airC: number, halfMin: number, atMs: number): number =>
    airC + (last.celsius - airC) * 0.5 ** ((atMs - last.atMs) / 60_000 / halfMin);
  const at = (minute: number, celsius: number) => ({ atMs: minute * 60_000, celsius });
  it("halves its distance to the air in the time that two readings give", () => {
    const cooling = coolingOf([at(0, 100), at(10, 60)], 20);
    expect(cooling).toEqual({ kind: "cooling", halfMin: expect.closeTo(10, 9) });
    expect(warmthAt(at(10, 60), 20, 10, 20 * 60_000)).toBeCloseTo(40, 9);
    expect(minutesAbove(at(10, 60), 20, 10, 40, 13 * 60_000)).toBeCloseTo(7, 9);
    expect(minutesAbove(at(10, 60), 20, 10, 40, 25 * 60_000)).toBeCloseTo(-5, 9);
  });
  it("knows nothing from one, from none that falls, or below the air", () => {
    expect(coolingOf([at(0, 90)], 20).kind).toBe("one-reading");
    expect(coolingOf([at(0, 60), at(5, 85)], 20).kind).toBe("not-falling");
    expect(minutesAbove(at(0, 80), 70, 10, 65, 0)).toBeNull();
  });
  it("tells the moment at which it passes the least, whatever it is", () => {
    fc.assert(
      fc.property(between(60, 120), between(0.5, 0.98), between(2, 30), (hot, share, minutes) => {
        const later = at(minutes, 20 + (hot - 20) * share);
        const cooling = coolingOf([at(0, hot), later], 20);
        if (cooling.kind !== "cooling") throw new Error(cooling.kind);
        const left = minutesAbove(later, 20, cooling.halfMin, 45, later.atMs) ?? NaN;
        expect(warmthAt(later, 20, cooling.halfMin, later.atMs + left * 60_000)).toBeCloseTo(45, 6);
      }),
    );
  });
});
