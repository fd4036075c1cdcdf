/** What is said of heat: sources with their grounds, offsets, refusals and what is odd about a spec, word by word. */
import { describe, expect, it } from "vitest";
import type { EngineFile, LashEntry } from "../engine/engineFile";
import { engineFile } from "../engine/testEngines";
import { coldAimRefusal, judgeColdAim, specIn } from "./coldAim";
import { type Temperature, coolingOf, minutesAbove } from "./cooling";
import { heatGearOf, layoutOf } from "./gearOf";
import {
  type GrowthSource,
  type GrowthSources,
  aimsOf,
  covers,
  growthSourcesOf,
  growthWords,
  proposedSource,
  sourceRefusal,
} from "./growthSources";
import type { HotColdReading } from "./hotColdReadings";
import { type Offset, offsetBy, offsetWords } from "./offset";
import { specQuestions } from "./specQuestions";

const HOT: LashEntry = { state: "hot", intake: { nominal: 0.56 }, exhaust: { nominal: 0.61 } };
const stud = (heat: EngineFile["heat"], more: Partial<EngineFile> = {}): EngineFile =>
  engineFile(["1", "2"], {
    lash: HOT,
    adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, tpi: 20 },
    ...(heat === undefined ? {} : { heat }),
    ...more,
  });
const pair = (valve: string, hotMm: number, coldMm: number): HotColdReading => ({
  valve,
  role: valve.endsWith("I") ? "intake" : "exhaust",
  hotMm,
  coldMm,
  unsureMm: 0.02,
});
const NONE = { engine: [], model: [] };
const by = (sources: GrowthSources, id: GrowthSource["id"]): GrowthSource => {
  const found = sources.sources.find((s) => s.id === id);
  if (found === undefined) throw new Error(id);
  return found;
};

describe("a source and its grounds", () => {
  const engine = [pair("1I", 0.56, 0.34), pair("2I", 0.56, 0.32), pair("1E", 0.6, 0.42)];
  const all = growthSourcesOf(
    stud({ block: "iron", head: "alloy", experience: { intake: "0.20 mm", source: "The bench book." } }),
    { engine, model: [pair("1E", 0.6, 0.4)] },
  );
  it("measured here or on its model: which valves, how many, how wide", () => {
    expect(by(all, "pairs-engine")).toMatchObject({
      name: "Measured on this engine",
      evidence:
        "Hot and cold read on the same valves: 2 intake readings, 0.22 to 0.24 mm; 1 exhaust reading, 0.16 to 0.20 mm.",
    });
    expect(by(all, "pairs-model")).toMatchObject({
      name: "Measured on others of this model",
      evidence: "Hot and cold read on the same valves: 1 exhaust reading, 0.18 to 0.22 mm.",
      growth: { exhaust: { growthMm: expect.closeTo(0.2, 9) } },
    });
  });
  it("experience: of the roles that were said, with who said so", () => {
    expect(by(all, "experience")).toEqual({
      id: "experience",
      name: "Builder's experience",
      evidence: "The bench book.",
      growth: { intake: { growthMm: 0.2, rangeMm: [0.2, 0.2] } },
    });
    const unsaid = growthSourcesOf(stud({ experience: { exhaust: "0.1 mm" } }), NONE);
    expect(by(unsaid, "experience").evidence).toBe("Entered by the shop for this combination.");
    expect(growthSourcesOf(stud({ experience: {} }), NONE).sources).toEqual([]);
    expect(all.missing).toEqual([]);
  });
  it.each<[EngineFile["heat"], [string, string, readonly number[]][]]>([
    [
      { block: "iron", head: "iron" },
      [["Rule of thumb, all iron", "All iron grows little: 0 to 0.05 mm (.002 in).", [0.025, 0, 0.05]]],
    ],
    [
      { block: "iron", head: "alloy" },
      [
        [
          "Rule of thumb",
          "By material: alloy head on an iron block, about 0.25 mm (.010 in). Measured hot through and at once.",
          [0.25, 0.25, 0.25],
        ],
        [
          "Rule of thumb, second school",
          "Alloy heads, 0.05 to 0.08 mm (.002 to .003 in): measured later, when much of the heat has gone.",
          [0.065, 0.05, 0.08],
        ],
      ],
    ],
    [
      { block: "alloy", head: "alloy" },
      [
        [
          "Rule of thumb",
          "By material: alloy head and alloy block, about 0.50 mm (.020 in). Measured hot through and at once.",
          [0.5, 0.5, 0.5],
        ],
        [
          "Rule of thumb, second school",
          "Alloy heads, 0.05 to 0.08 mm (.002 to .003 in): measured later, when much of the heat has gone.",
          [0.065, 0.05, 0.08],
        ],
      ],
    ],
  ])("by material, the same for every role: %j", (heat, rules) => {
    const said = growthSourcesOf(stud(heat), NONE).sources.filter((s) => s.id.startsWith("rule"));
    const figures = said.map((s) => [
      s.name,
      s.evidence,
      [s.growth.intake?.growthMm, ...(s.growth.intake?.rangeMm ?? [])],
    ]);
    expect(figures).toEqual(rules);
    for (const s of said) expect([s.growth.exhaust, s.growth.injector]).toEqual([s.growth.intake, s.growth.intake]);
  });
  it("no rule where block or head is not said, nor under a cam over the valves", () => {
    const rules = (file: EngineFile) => growthSourcesOf(file, NONE).sources.filter((s) => s.id.startsWith("rule"));
    expect(rules(stud({ head: "alloy" }))).toEqual([]);
    expect(rules(stud({ block: "iron" }))).toEqual([]);
    expect(rules(stud({ block: "iron", head: "alloy" }, { adjuster: { kind: "bucket-shim" } }))).toEqual([]);
  });
  it("computed: with what was given, with what was assumed, and what is missing for it", () => {
    const given = { rise: 70, sizes: { deck: 180, pivot: 120, pushrod: 290, valve: 118 } };
    const whole = by(growthSourcesOf(stud({ block: "iron", head: "alloy", ...given }), NONE), "computed");
    expect(whole.name).toBe("Computed");
    expect(whole.evidence).toBe("From the sizes and rises given; the range varies each rise by a fifth.");
    expect(whole.growth.injector).toEqual(whole.growth.intake);
    expect(whole.growth.exhaust?.growthMm).toBeLessThan(whole.growth.intake?.growthMm ?? 0);
    expect(by(growthSourcesOf(stud({ block: "iron", head: "alloy" }), NONE), "computed").evidence).toBe(
      "With a rise of 70 K everywhere and usual sizes of its kind (assumed); the range varies each rise by a fifth.",
    );
    expect(growthSourcesOf(stud({ head: "alloy" }), NONE).missing).toEqual([
      "To compute it: say what the block is made of.",
    ]);
  });
});

describe("which source is taken", () => {
  const known = growthSourcesOf(stud({ block: "iron", head: "alloy" }), {
    engine: [pair("1I", 0.56, 0.34)],
    model: [],
  });
  it("covers what it knows every role of", () => {
    expect(covers(by(known, "pairs-engine"), ["intake"])).toBe(true);
    expect(covers(by(known, "pairs-engine"), ["intake", "exhaust"])).toBe(false);
    expect(proposedSource({ sources: [], missing: [] }, ["intake"])).toBeNull();
  });
  it("aims at the roles of the spec that it knows, with the ends of its range in order", () => {
    const [aim, ...others] = aimsOf(by(known, "pairs-engine"), HOT, "cold");
    expect(others).toEqual([]);
    expect(aim).toMatchObject({
      role: "intake",
      aimMm: expect.closeTo(0.34, 9),
      aimRangeMm: [expect.closeTo(0.32, 9), expect.closeTo(0.36, 9)],
      refusal: null,
    });
    const hot = aimsOf(by(known, "rule"), { state: "cold", exhaust: { nominal: 0.1 } }, "hot");
    expect(hot).toMatchObject([{ role: "exhaust", aimMm: expect.closeTo(0.35, 9), refusal: null }]);
  });
  const tight: LashEntry = { state: "hot", intake: { nominal: 0.27 }, exhaust: { nominal: 0.27 } };
  it("is held back by a better known one that refuses, which is named with its reason", () => {
    const rule = coldAimRefusal("intake", 0.27 - 0.25);
    expect(sourceRefusal(known, by(known, "rule"), tight, "cold")).toBe(rule);
    expect(sourceRefusal(known, by(known, "rule-small"), tight, "cold")).toBe(
      `What is better known forbids it. Rule of thumb: ${rule ?? ""}`,
    );
  });
  it("is not held back by one that does not know all its roles", () => {
    const oneRole = growthSourcesOf(stud({ block: "iron", head: "iron" }), {
      engine: [pair("1I", 0.56, 0.26)],
      model: [],
    });
    const figures: LashEntry = { state: "hot", intake: { nominal: 0.3 }, exhaust: { nominal: 0.3 } };
    expect(sourceRefusal(oneRole, by(oneRole, "rule"), figures, "cold")).toBeNull();
    expect(sourceRefusal(oneRole, by(oneRole, "rule"), { state: "hot", intake: { nominal: 0.3 } }, "cold")).toMatch(
      /^What is better known forbids it\. Measured on this engine:/,
    );
  });
  it("shows its range where there is one, of half a thousandth or more", () => {
    expect(growthWords({ growthMm: 0.2, rangeMm: [0.2, 0.2005] }, "mm")).toBe("0.20 (0.20 to 0.20) mm");
    expect(growthWords({ growthMm: 0.2, rangeMm: [0.2, 0.2004] }, "mm")).toBe("0.20 mm");
    expect(growthWords({ growthMm: -0.1, rangeMm: [-0.1, -0.1] }, "mm")).toBe("−0.10 mm");
  });
});

describe("an offset", () => {
  const offset: Offset = {
    specState: "hot",
    way: "pairs-engine",
    name: "Measured on this engine",
    evidence: "",
    growthMm: { intake: 0.23, exhaust: -0.05, injector: 0.3 },
    others: [],
  };
  it("is taken off in the cold and put on in the heat; a role that is not known stays", () => {
    expect(offsetBy(offset, "cold", "intake")).toBe(-0.23);
    expect(offsetBy(offset, "hot", "exhaust")).toBe(-0.05);
    expect(offsetBy({ growthMm: {} }, "hot", "intake")).toBe(0);
  });
  it("is told with its sign for either valve, never for the injector", () => {
    expect(offsetWords(offset, "cold", "mm")).toBe(
      "hot spec read cold, through −0.23 mm intake, +0.05 mm exhaust (measured on this engine)",
    );
    expect(offsetWords({ ...offset, specState: "cold", growthMm: { intake: 0 } }, "hot", "mm")).toBe(
      "cold spec read hot, through +0.00 mm intake (measured on this engine)",
    );
    expect(offsetWords(offset, "cold", "in")).toBe(
      "hot spec read cold, through −.009 in intake, +.002 in exhaust (measured on this engine)",
    );
  });
});

describe("a cold aim", () => {
  it.each([
    [0.05 - 2e-9, "too-small"],
    [0.05 - 1e-10, "possible"],
  ] as const)("%d is %s", (mm, verdict) => expect(judgeColdAim(mm)).toBe(verdict));
  it("too small is refused with what it would be", () => {
    const said = (mm: number): string | null => coldAimRefusal("exhaust", mm);
    expect(said(0.03)).toBe(
      "The exhaust valves would be held open: cold, their lash would be only 0.03 mm, and under 0.05 mm nothing may be set. This cam needs a wider lash, or the lash is set hot.",
    );
    expect(said(0)).toMatch(/would be 0\.00 mm: no gap at all, and under/);
    expect(said(-0.1)).toMatch(/would be -0\.10 mm: no gap at all, and under/);
  });
  it("a hot band may come down to nothing, a cold one not under what holds a valve open", () => {
    const spec = { nominalMm: 0.2, lowMm: 0.1, highMm: 0.3, assumedBand: false };
    expect(specIn("hot", spec, -0.15).lowMm).toBeCloseTo(0, 9);
    expect(specIn("hot", spec, -0.15).nominalMm).toBeCloseTo(0.05, 9);
    expect(specIn("hot", spec, 0.1).lowMm).toBeCloseTo(0.2, 9);
    expect(specIn("cold", spec, 0.17)).toMatchObject({
      lowMm: expect.closeTo(0.03, 9),
      highMm: expect.closeTo(0.13, 9),
    });
  });
});

describe("a gear that heat works on", () => {
  it.each<[EngineFile["adjuster"], ReturnType<typeof layoutOf>]>([
    [{ kind: "screw", at: "pushrod-end" }, "pushrod"],
    [{ kind: "screw", at: "tappet" }, null],
    [{ kind: "hydraulic", at: "stud-nut" }, "pushrod"],
    [{ kind: "hydraulic", at: "cam" }, "overhead"],
    [{ kind: "bucket" }, "overhead"],
    [{ kind: "positive-closing" }, "overhead"],
    [{ kind: "fixed", part: "pushrod" }, "pushrod"],
    [{ kind: "fixed", part: "rocker-shim" }, null],
    [undefined, null],
  ])("%j: %s", (adjuster, layout) =>
    expect(layoutOf({ heat: {}, ...(adjuster === undefined ? {} : { adjuster }) })).toBe(layout),
  );
  it("is as it is said before it is as it looks", () =>
    expect(layoutOf({ heat: { layout: "overhead" }, adjuster: { kind: "screw", at: "stud-nut" } })).toBe("overhead"));
  it("names the first thing that is missing", () => {
    const why = (file: EngineFile) => {
      const found = heatGearOf(file);
      return found.kind === "missing" ? found.why : null;
    };
    expect(why(stud({ block: "iron", head: "alloy" }, { adjuster: { kind: "grind" } }))).toBe(
      "Say whether the cam lies under pushrods or over the valves.",
    );
    expect(why(stud({ block: "iron" }))).toBe("Say what the head is made of.");
    expect(why(stud({ head: "iron" }))).toBe("Say what the block is made of.");
    expect(why(stud({ block: "iron", head: "alloy" }, { adjuster: { kind: "screw", at: "stud-nut" } }))).toBe(
      "Give the rocker ratio.",
    );
    const { adjuster: _none, ...bare } = stud({ layout: "pushrod", block: "iron", head: "iron" });
    expect(why(bare)).toBe("Give the rocker ratio.");
  });
  it.each<[EngineFile["sector"], number, number]>([
    [undefined, 290, 130],
    ["automotive", 290, 130],
    ["small", 124, 85],
    ["motorcycle", 192, 105],
    ["aircraft", 282, 130],
    ["diesel", 368, 160],
    ["marine", 368, 160],
  ])("takes the sizes of its kind: %s", (sector, pushrodMm, camMm) => {
    const kind = sector === undefined ? {} : { sector };
    expect(heatGearOf(stud({ block: "iron", head: "iron" }, kind))).toMatchObject({ gear: { sizes: { pushrodMm } } });
    const over = heatGearOf(stud({ head: "iron" }, { ...kind, adjuster: { kind: "bucket" } }));
    expect(over).toMatchObject({ gear: { layout: "overhead", head: "iron", sizes: { camMm } } });
  });
  it("says what it took for granted, and what of its kind only", () => {
    const assumed = (heat: EngineFile["heat"]) => {
      const found = heatGearOf(stud({ block: "iron", head: "alloy", ...heat }));
      return found.kind === "gear" ? found.assumed : null;
    };
    expect(assumed({})).toEqual(["a rise of 70 K everywhere", "usual sizes of its kind"]);
    expect(assumed({ rise: 50, sizes: { deck: 200 } })).toEqual(["usual sizes where none are given"]);
    expect(assumed({ rise: 50, sizes: { deck: 200, pivot: 100, pushrod: 280, valve: 110 } })).toEqual([]);
    expect(heatGearOf(stud({ block: "iron", head: "alloy", rise: 50 }))).toMatchObject({
      rise: { block: 50, head: 50, pushrod: 50, valve: 50 },
    });
    expect(
      heatGearOf(stud({ head: "iron", sizes: { cam: "100 mm", valve: "90 mm" } }, { adjuster: { kind: "bucket" } })),
    ).toMatchObject({ assumed: ["a rise of 70 K everywhere"], gear: { sizes: { camMm: 100, valveMm: 90 } } });
  });
});

describe("cooling, told only where it is known", () => {
  const at = (minute: number, celsius: number): Temperature => ({ atMs: minute * 60_000, celsius });
  it.each<[string, Temperature[], string]>([
    ["nothing", [], "one-reading"],
    ["one", [at(0, 90)], "one-reading"],
    ["at the same moment", [at(5, 90), at(5, 80)], "not-falling"],
    ["back in time", [at(6, 90), at(5, 80)], "not-falling"],
    ["level", [at(0, 80), at(5, 80)], "not-falling"],
    ["down to the air", [at(0, 80), at(5, 20)], "not-falling"],
    ["below the air", [at(0, 80), at(5, 10)], "not-falling"],
    ["the last two of three", [at(0, 60), at(5, 90), at(15, 55)], "cooling"],
  ])("%s: %s", (_what, readings, kind) => expect(coolingOf(readings, 20).kind).toBe(kind));
  it("takes minutes from the first to the second, whenever that was", () =>
    expect(coolingOf([at(1000, 100), at(1010, 60)], 20)).toEqual({
      kind: "cooling",
      halfMin: expect.closeTo(10, 9),
    }));
  it("is never over where the least is the air itself", () => {
    expect(minutesAbove(at(0, 80), 65, 10, 65, 0)).toBeNull();
    expect(minutesAbove(at(0, 80), 64, 10, 65, 0)).toBeGreaterThan(0);
  });
});

describe("what is odd about a spec", () => {
  const asked = (lash: LashEntry): string[] =>
    specQuestions(lash, {
      valves: [
        { id: "1I", cylinder: "1", role: "intake" },
        { id: "1E", cylinder: "1", role: "exhaust" },
      ],
    });

  it("is asked, role by role, and blocks nothing", () => {
    expect(
      asked({
        state: "cold",
        intake: { nominal: 0.3, low: 0.3, high: 0.35 },
        exhaust: { nominal: 0.2 },
      }),
    ).toEqual([
      "Intake: a limit equals the nominal lash. Is there really no room on that side?",
      "Exhaust: no limits are given, so plus and minus 0.025 mm is assumed.",
      "Exhaust lash is usually the wider one, and here it is not. Are the two exchanged?",
    ]);
    expect(asked({ state: "hot", exhaust: { nominal: "12 thou", high: "14 thou" } })).toEqual([
      "Exhaust: no limits are given, so plus and minus one thou is assumed.",
    ]);
    expect(asked({ state: "hot", exhaust: { nominal: 0.3, low: 0.25, high: 0.3 } })).toEqual([
      "Exhaust: a limit equals the nominal lash. Is there really no room on that side?",
    ]);
    expect(asked({ state: "hot", exhaust: { nominal: 0.3, low: 0.35, high: 0.4 } })).toEqual([
      "Exhaust: The low limit is above the nominal lash: put one of them right.",
    ]);
  });
  it("says a band that is assumed once for all that it is assumed of", () =>
    expect(
      asked({
        state: "hot",
        intake: { nominal: "12 thou" },
        exhaust: { nominal: 0.4 },
        valves: { "1I": { nominal: "13 thou" } },
      }),
    ).toEqual([
      "Intake, 1I: no limits are given, so plus and minus one thou is assumed.",
      "Exhaust: no limits are given, so plus and minus 0.025 mm is assumed.",
    ]));
  it("names the valve whose own figure is odd", () =>
    expect(asked({ state: "hot", valves: { "1E": { nominal: 0.3 } } })).toEqual([
      "1E: no limits are given, so plus and minus 0.025 mm is assumed.",
    ]));
  it("names a cold lash that would hold valves open; hot it may be as small", () => {
    const none = { nominal: 0.02, low: 0.01, high: 0.04 };
    expect(asked({ state: "cold", intake: none })).toEqual([`Intake: ${coldAimRefusal("intake", 0.02) ?? ""}`]);
    expect(asked({ state: "hot", intake: none })).toEqual([]);
  });
  it("finds nothing odd in a usual one, nor in two alike", () => {
    const figures = { nominal: 0.3, low: 0.25, high: 0.35 };
    expect(asked({ state: "cold", intake: figures, exhaust: figures })).toEqual([]);
    expect(asked({ state: "cold", intake: { nominal: 0.2, low: 0.15, high: 0.25 }, exhaust: figures })).toEqual([]);
  });
});
