import { describe, expect, it } from "vitest";
import { engineFile } from "../../engine/testEngines";
import type { GrowthSource, GrowthSources } from "../../heat/growthSources";
import { cautionsFor, chosenOffset, lackingGivens } from "../prepare";
import type { Givens } from "./givens";

const figures = (nominal: number) => ({ nominal, low: nominal - 0.05, high: nominal + 0.05 });
const HOT = engineFile(["1", "2"], { lash: { state: "hot", intake: figures(0.3), exhaust: figures(0.4) } });
const PLAIN = { plan: null };

const source = (growthMm: number): GrowthSource => {
  const growth = { growthMm, rangeMm: [growthMm, growthMm] as const };
  return { id: "pairs-engine", name: "Measured", evidence: "x", growth: { intake: growth, exhaust: growth } };
};
const known = (...sources: GrowthSource[]): GrowthSources => ({ sources, missing: [] });

const given = (more: Partial<Givens> = {}): Givens => ({
  state: "hot",
  temperatureC: null,
  temperatureSure: false,
  licensed: null,
  lifters: null,
  cautions: cautionsFor(HOT, more.state ?? "hot").map((c) => c.id),
  ...more,
});
const fields = (file: typeof HOT, more: Partial<Givens>, through: Parameters<typeof lackingGivens>[2] = PLAIN) =>
  lackingGivens(file, given(more), through).map((l) => l.field);

describe("what a job is not begun without", () => {
  it("is nothing where all was said and read", () => expect(lackingGivens(HOT, given(), PLAIN)).toEqual([]));
  it("is its state, and while that is unsaid nothing is said of the temperature", () =>
    expect(fields(HOT, { state: null, temperatureC: 18 })).toEqual(["state"]));
  it("is every caution: those that are open are counted", () => {
    const all = cautionsFor(HOT, "hot").map((c) => c.id);
    const [lack] = lackingGivens(HOT, given({ cautions: all.slice(2) }), PLAIN);
    expect(lack).toEqual({ field: "cautions", why: "Read and tick every caution first: 2 not ticked." });
  });
  it("is a temperature that fits the state, unless somebody is sure of it", () => {
    expect(fields(HOT, { temperatureC: 20 })).toEqual(["temperatureC"]);
    expect(fields(HOT, { temperatureC: 20, temperatureSure: true })).toEqual([]);
  });
  it("is a spec for its state, or a way over that is known", () => {
    expect(fields(HOT, { state: "cold" })).toEqual(["state"]);
    expect(fields(HOT, { state: "cold" }, { field: "heatWay", why: "Gone." })).toEqual(["heatWay"]);
    const over = chosenOffset(HOT, known(source(0.05)), "pairs-engine", "cold");
    expect(fields(HOT, { state: "cold" }, over)).toEqual([]);
  });
  it("is somebody licensed, on aircraft gear that asks for one", () => {
    const dry = { ...HOT, sector: "aircraft" as const, adjuster: { kind: "fixed" as const, ratio: 1.4 } };
    const cautions = cautionsFor(dry, "hot").map((c) => c.id);
    expect(fields(dry, { cautions })).toEqual(["licensed"]);
    expect(fields(dry, { cautions, licensed: "N. Orme" })).toEqual([]);
    expect(fields({ ...dry, sector: "marine" as const }, { cautions })).not.toContain("licensed");
  });
  it("is all said at once", () =>
    expect(fields(HOT, { state: "cold", temperatureC: 90, cautions: [] })).toEqual([
      "state",
      "temperatureC",
      "cautions",
    ]));
});

describe("through what readings are judged", () => {
  it("is nothing in the spec's own state, and where none was chosen and none forbids it", () => {
    expect(chosenOffset(HOT, known(source(0.05)), "pairs-engine", "hot")).toEqual(PLAIN);
    expect(chosenOffset(HOT, known(source(0.05)), null, "cold")).toEqual(PLAIN);
  });
  it("is the source that was chosen, or why it can't be", () => {
    expect(chosenOffset(HOT, known(source(0.05)), "pairs-engine", "cold")).toMatchObject({
      plan: { way: "pairs-engine" },
    });
    expect(chosenOffset(HOT, known(), "pairs-engine", "cold")).toMatchObject({ field: "heatWay" });
    expect(chosenOffset(HOT, known(source(0.5)), null, "cold")).toMatchObject({
      field: "heatWay",
      why: expect.stringMatching(/would be held open/),
    });
  });
  it("is nothing on gear that is judged in its own state alone", () => {
    const dry = { ...HOT, adjuster: { kind: "fixed" as const, ratio: 1.4 } };
    expect(chosenOffset(dry, known(source(0.5)), null, "cold")).toEqual(PLAIN);
  });
});
