import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../engine/engineFile";
import { engineFile } from "../../engine/testEngines";
import type { GrowthSource, GrowthSources } from "../../heat/growthSources";
import { cautionsFor, noWayOver, notReady, planOffset, toolsFor, withJobValves } from "../prepare";
import { engineWords, valveName } from "../words/names";
import { growthOf } from "./growth";
import { lacksSpec, lashSpecFor } from "./lashSpec";
import { PURPOSE_NAMES, PURPOSES, surveysFirst } from "./purpose";
import { bridgedValves, temperatureDoubt, underSource } from "./setup";

const figures = (nominal: number) => ({ nominal, low: nominal - 0.05, high: nominal + 0.05 });
const SPEC = { state: "hot" as const, source: "Manual", intake: figures(0.3), exhaust: figures(0.4) };
const FILE: EngineFile = engineFile(["1", "2"], { lash: SPEC });

/** All roles grow by this much from cold to hot. */
const source = (id: string, growthMm: number, roles: readonly string[] = ["intake", "exhaust"]): GrowthSource => ({
  id: id as GrowthSource["id"],
  name: `Source ${id}`,
  evidence: `evidence of ${id}`,
  growth: Object.fromEntries(roles.map((r) => [r, { growthMm, rangeMm: [growthMm - 0.02, growthMm + 0.02] }])),
});
const known = (...sources: GrowthSource[]): GrowthSources => ({ sources, missing: [] });

const othersOf = (planned: ReturnType<typeof planOffset>): string =>
  "plan" in planned ? planned.plan.others.join("; ") : planned.why;

describe("growth that was chosen", () => {
  it("is kept with what it rests on, and what else there was", () => {
    const first = source("pairs-engine", 0.05);
    const planned = planOffset(FILE, known(first, source("computed", 0.03, ["exhaust"])), "pairs-engine");
    expect(planned).toEqual({
      plan: {
        specState: "hot",
        way: "pairs-engine",
        name: "Source pairs-engine",
        evidence: "evidence of pairs-engine",
        growthMm: { intake: 0.05, exhaust: 0.05 },
        others: [expect.stringMatching(/^Source computed: exhaust .*0\.03/)],
      },
    });
    expect(othersOf(planned)).not.toMatch(/intake/);
    expect(growthOf(first)).toEqual({ intake: 0.05, exhaust: 0.05 });
    const two = planOffset(FILE, known(first, source("experience", 0.04)), "pairs-engine");
    expect(othersOf(two)).toMatch(/^Source experience: intake .+, exhaust /);
  });

  it("is refused where it is gone, knows too little, or would hold a valve open", () => {
    const gone = { field: "heatWay", why: "That way to know the growth is not there any more. Choose again." };
    expect(planOffset(FILE, known(), "pairs-engine")).toEqual(gone);
    const { lash: _, ...bare } = FILE;
    expect(planOffset(bare, known(source("computed", 0.05)), "computed")).toEqual(gone);
    expect(planOffset(FILE, known(source("computed", 0.05, ["intake"])), "computed")).toEqual({
      field: "heatWay",
      why: "Source computed does not know every role of this engine: choose another.",
    });
    const wide = planOffset(FILE, known(source("computed", 0.5)), "computed");
    expect(wide).toMatchObject({ field: "heatWay", why: expect.stringMatching(/would be held open/) });
    expect(wide).not.toHaveProperty("plan");
  });

  it("is looked for from the spec's state into the other", () => {
    const cold = { ...FILE, lash: { ...SPEC, state: "cold" as const } };
    // From cold to hot nothing is held open by growth that widens the gap.
    expect(planOffset(cold, known(source("computed", 0.5)), "computed")).toHaveProperty("plan");
  });

  it("forbids the state where the best known says so", () => {
    const bad = known(source("pairs-engine", 0.5), source("computed", 0.05));
    expect(noWayOver(FILE, bad, "cold")).toMatch(/would be held open/);
    expect(noWayOver(FILE, bad, "hot")).toBeNull();
    expect(noWayOver(FILE, known(source("computed", 0.05)), "cold")).toBeNull();
    expect(noWayOver(FILE, known(), "cold")).toBeNull();
    const { lash: _, ...bare } = FILE;
    expect(noWayOver(bare, bad, "cold")).toBeNull();
  });
});

const IN = { id: "1I", cylinder: "1", role: "intake" } as const;
const J = { id: "1J", cylinder: "1", role: "injector" } as const;

describe("the spec of a valve", () => {
  it("is the file's in its own state, and brought over by growth", () => {
    expect(lashSpecFor(FILE, IN, "hot", null)).toMatchObject({ nominalMm: 0.3, lowMm: 0.25, highMm: 0.35 });
    expect(lashSpecFor(FILE, IN, "cold", null)).toBeNull();
    expect(lashSpecFor(FILE, IN, "cold", { growthMm: { exhaust: 0.05 } })).toBeNull();
    expect(lashSpecFor(FILE, IN, "cold", { growthMm: { intake: 0.05 } })?.nominalMm).toBeCloseTo(0.25, 9);
    expect(lashSpecFor(FILE, J, "hot", null)).toBeNull();
    const { lash: _, ...bare } = FILE;
    expect(lashSpecFor(bare, IN, "hot", null)).toBeNull();
  });

  it("is its own where the file has one, whatever its role's", () => {
    const own = { ...FILE, lash: { ...SPEC, valves: { "2I": { nominal: "0.40 mm" }, "1J": { nominal: 0.5 } } } };
    const second = { id: "2I", cylinder: "2", role: "intake" } as const;
    expect(lashSpecFor(own, second, "hot", null)).toMatchObject({ nominalMm: 0.4, lowMm: 0.375 });
    expect(lashSpecFor(own, second, "cold", { growthMm: { intake: 0.05 } })?.nominalMm).toBeCloseTo(0.35, 9);
    expect(lashSpecFor(own, IN, "hot", null)?.nominalMm).toBe(0.3);
    // A valve whose role has none is judged by its own.
    expect(lashSpecFor(own, J, "hot", null)?.nominalMm).toBe(0.5);
  });

  it("is missed by name", () => {
    const none = "This engine has no lash spec yet: enter it on the engine's page first.";
    const { lash: _, ...bare } = FILE;
    expect(lacksSpec(bare, "lash spec")).toBe(none);
    expect(lacksSpec({ ...FILE, lash: { state: "cold" } }, "dry gap")).toBe(none.replace("lash spec", "dry gap"));
    expect(lacksSpec(FILE, "lash spec")).toBeNull();
    expect(lacksSpec({ ...FILE, lash: { ...SPEC, exhaust: { nominal: 0.2, high: 0.1 } } }, "lash spec")).toMatch(
      /^exhaust: /,
    );
  });
});

describe("an engine that is not ready", () => {
  const screw = (state: "hot" | "cold", more: Partial<EngineFile> = {}): EngineFile =>
    engineFile(["1"], { lash: { ...SPEC, state }, ...more });

  it("says which state its spec is for, and what to do instead", () => {
    expect(notReady(screw("hot"), "cold")).toBe(
      "The spec is for a hot engine, and this one is cold: a reading would be judged against the wrong figures. Warm the engine through first, or choose how it grows with heat.",
    );
    expect(notReady(screw("cold"), "hot")).toMatch(/Let the engine cool first, or choose how it grows with heat\.$/);
    const dry = screw("hot", { adjuster: { kind: "fixed", ratio: 1.4, part: "pushrod" } });
    expect(notReady(dry, "cold", { growthMm: { intake: 0.01, exhaust: 0.01 } })).toMatch(/or read it hot\.$/);
  });

  it("is refused a cold gap that would hold a valve open, and growth that is not known", () => {
    expect(notReady(screw("hot"), "cold", { growthMm: { intake: 0.05 } })).toBe(
      "No growth is known for exhaust valves this way: choose another.",
    );
    expect(notReady(screw("hot"), "cold", { growthMm: { intake: 0.05, exhaust: 0.05 } })).toBeNull();
    expect(notReady(screw("hot"), "cold", { growthMm: { intake: 0.35, exhaust: 0.05 } })).toMatch(/intake valves/);
    expect(notReady(screw("cold", { lash: { state: "cold", intake: { nominal: 0.001 } } }), "cold")).toMatch(
      /intake valves would be held open/,
    );
    expect(notReady(screw("hot", { lash: { state: "hot", intake: { nominal: 0.001 } } }), "hot")).toBeNull();
  });
});

describe("a temperature", () => {
  it.each([
    ["cold", 40, null],
    [
      "cold",
      41,
      /^41 °C is not cold: at that warmth lash reads otherwise\. Let it cool, or say that the figure is right\.$/,
    ],
    ["hot", 50, null],
    [
      "hot",
      49,
      /^49 °C is not hot: the gear has cooled already\. Warm it through, or say that the figure is right\.$/,
    ],
    ["cold", null, null],
  ] as const)("%s at %s", (state, at, words) => {
    const doubt = temperatureDoubt(state, at);
    if (words === null) expect(doubt).toBeNull();
    else expect(doubt).toMatch(words);
  });
});

describe("the valves of a job", () => {
  const banks = engineFile(["1", "2", "3", "4"], {
    lash: SPEC,
    layout: {
      kind: "vee",
      banks: [
        ["1", "2"],
        ["3", "4"],
      ],
    },
    tightenedLater: [{ name: "shaft", valves: ["1I", "3I"] }],
    bridges: [{ cylinder: "3", role: "exhaust" }],
  });

  it("are those of one bank, with what is tightened over them", () => {
    const one = withJobValves(banks, 1);
    expect(one.valves.map((v) => v.id)).toEqual(["3I", "3E", "4I", "4E"]);
    expect(one.tightenedLater).toEqual([{ name: "shaft", valves: ["3I"] }]);
    expect(withJobValves(banks)).toEqual(banks);
    expect(withJobValves(FILE)).not.toHaveProperty("tightenedLater");
    expect(() => withJobValves(banks, 2)).toThrow(/no bank 2/);
    expect(() => withJobValves(FILE, 0)).toThrow(/no bank 0/);
  });

  it("know their bridges", () => {
    expect(bridgedValves(banks)).toEqual(["3E"]);
    expect(bridgedValves(FILE)).toEqual([]);
  });

  it("stay under no source where there is none", () => {
    const { lash: _, ...bare } = FILE;
    expect(underSource(bare, 0)).toEqual(bare);
    expect(() => underSource(bare, 1)).toThrow(/no source 1 of 0/);
    expect(underSource(FILE, 0)).not.toHaveProperty("otherLash");
  });
});

describe("before the cover comes off", () => {
  it("lies what the engine asks for, in order", () => {
    const plain = ["Socket and long handle for the crank", "Rags, plugs for open holes, a light"];
    expect(toolsFor(engineFile(["1"], { adjuster: { kind: "bucket" } }), null)).toEqual(
      expect.arrayContaining(plain),
    );
    const all = toolsFor(
      engineFile(["1"], {
        barring: { at: "propeller", ratio: 1 },
        bridges: [{ cylinder: "1", role: "exhaust" }],
        tightenedLater: [{ name: "girdle", valves: ["1I"] }],
      }),
      "two-stop",
    );
    expect(all[0]).toBe("Nothing but hands at the propeller, clear of its arc");
    expect(all[1]).toMatch(/^To stop the crank: /);
    expect(all.slice(-3)).toEqual(["For the girdle", "Driver and wrench for the bridges", plain[1]]);
    expect(toolsFor(engineFile(["1"]), null)).not.toContain("Driver and wrench for the bridges");
  });

  it("cautions are those of the sector, the state and the gear", () => {
    const ids = (file: EngineFile, state: "hot" | "cold") => cautionsFor(file, state).map((c) => c.id);
    const always = ["data-first", "no-start", "plugs-out", "bar"];
    expect(ids(engineFile(["1"]), "cold")).toEqual(always);
    expect(ids(engineFile(["1"]), "hot")).toEqual([...always, "hot"]);
    expect(ids(engineFile(["1"], { sector: "aircraft" }), "cold")).toEqual([...always, "propeller", "release"]);
    expect(ids(engineFile(["1"], { sector: "automotive" }), "cold").slice(0, 4)).toEqual(always);
  });

  it("every purpose has a name and a note, and two read all first", () => {
    for (const p of PURPOSES) {
      expect(PURPOSE_NAMES[p].name).not.toBe("");
      expect(PURPOSE_NAMES[p].note).toMatch(/\.$/);
    }
    expect(PURPOSES.filter(surveysFirst)).toEqual(["noise", "race-check"]);
  });
});

describe("names", () => {
  it.each<[string, number, Partial<EngineFile>]>([
    ["1 cylinder", 1, {}],
    ["1 cylinder", 1, { layout: { kind: "inline" } }],
    ["4 cylinders, 1-2-3-4", 4, {}],
    ["4 cylinders in line, 1-2-3-4", 4, { layout: { kind: "inline" } }],
    ["2 cylinders in a vee, 1-2", 2, { layout: { kind: "vee" } }],
    ["2 cylinders flat, 1-2", 2, { layout: { kind: "flat" } }],
    ["3 cylinders radial, 1-2-3", 3, { layout: { kind: "radial" } }],
    ["two-stroke, 1 cylinder", 1, { strokes: 2 }],
  ])("of an engine say how it is built: %s", (words, count, more) => {
    const order = Array.from({ length: count }, (_, i) => String(i + 1));
    expect(engineWords(engineFile(order, more))).toBe(words);
  });

  it("of a valve tell twins of one role apart", () => {
    const twins = [
      { id: "1Ea", cylinder: "1", role: "exhaust" as const },
      { id: "1Eb", cylinder: "1", role: "exhaust" as const },
    ];
    expect(valveName(twins[0]!, twins)).not.toBe(valveName(twins[1]!, twins));
    expect(valveName(twins[0]!, [twins[0]!])).toBe("1 exhaust");
  });
});
