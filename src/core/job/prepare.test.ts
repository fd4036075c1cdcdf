import { describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { engineFile } from "../engine/testEngines";
import { notReady, withJobValves, toolsFor } from "./prepare";
import { specSources, temperatureDoubt, underSource } from "./setup/setup";

const figures = (nominal: number) => ({ nominal, low: nominal - 0.05, high: nominal + 0.05 });
const cold = { state: "cold" as const, source: "Manual", intake: figures(0.2), exhaust: figures(0.3) };
const hot = { state: "hot" as const, source: "Cam card", intake: figures(0.5), exhaust: figures(0.6) };
const FILE: EngineFile = engineFile(["1", "2"], { lash: cold, otherLash: [hot] });

describe("the ruling spec", () => {
  it("is the file's own, or another with the first beside it", () => {
    expect(specSources(FILE).map((s) => s.source)).toEqual(["Manual", "Cam card"]);
    expect(underSource(FILE, 0)).toEqual(FILE);
    expect(underSource(FILE, 1)).toMatchObject({ lash: hot, otherLash: [cold] });
    expect(() => underSource(FILE, 2)).toThrow(/no source 2/);
  });
  it("decides which state the engine must be in", () => {
    expect(notReady(FILE, "cold")).toBeNull();
    expect(notReady(FILE, "hot")).toMatch(/spec is for a cold engine, and this one is hot/);
    expect(notReady(underSource(FILE, 1), "hot")).toBeNull();
    expect(notReady(engineFile(["1"], { lash: cold, adjuster: { kind: "hydraulic" } }), "cold")).toMatch(/preload/);
    expect(notReady(engineFile(["1"]), "cold")).toMatch(/no lash spec/);
    expect(
      notReady(engineFile(["1"], { lash: { state: "cold", intake: { nominal: 0.2, low: 0.3 } } }), "cold"),
    ).toMatch(/^intake: The low limit is above/);
  });
  it("decides which valves, and what is tightened over them", () => {
    const file = withJobValves({
      ...FILE,
      lash: { state: "cold", exhaust: figures(0.3) },
      tightenedLater: [
        { name: "girdle", valves: ["1I", "1E"] },
        { name: "intake shaft", valves: ["1I"] },
      ],
    });
    expect(file.valves.map((v) => v.id)).toEqual(["1E", "2E"]);
    expect(file.tightenedLater).toEqual([{ name: "girdle", valves: ["1E"] }]);
  });
});

describe("temperatureDoubt", () => {
  it.each([
    ["cold", 18, false],
    ["cold", 40, false],
    ["cold", 55, true],
    ["hot", 85, false],
    ["hot", 20, true],
    ["hot", null, false],
  ] as const)("%s at %s", (state, at, doubted) => expect(temperatureDoubt(state, at) !== null).toBe(doubted));
});

describe("toolsFor", () => {
  it("follows the engine's own gear", () => {
    const plain = toolsFor(FILE, null);
    expect(plain[0]).toMatch(/for the crank/);
    const rich = toolsFor(
      {
        ...FILE,
        barring: { at: "gearbox", ratio: 12 },
        adjuster: { kind: "screw", at: "stud-nut", lock: "poly-lock", lockTorqueNm: 28 },
        tightenedLater: [{ name: "girdle", valves: ["1I"], torqueNm: 34 }],
      },
      "two-stop",
    ).join("; ");
    expect(rich).toMatch(/reduction box.*Hex key.*28 Nm.*girdle: 34 Nm/);
  });
});
