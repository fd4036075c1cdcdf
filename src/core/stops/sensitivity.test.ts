import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { fold } from "../units/angle/arc";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { marginDeg } from "./margin";
import { planMethod } from "./planMethod";
import { crankSlack, rampSensitivity } from "./sensitivity";
import { DEFAULT_STOP_SETTINGS } from "./settings";

const FOUR = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });

describe("crankSlack", () => {
  it("is where the first valve of the stop leaves its base circle, on either side", () => {
    const engine = resolveEngine(FOUR);
    const stop = planMethod("two-stop", engine).stops[0];
    if (stop === undefined) throw new Error("no stop");
    const { shortDeg, pastDeg } = crankSlack(engine, stop);
    const worstAt = (deg: number): number =>
      Math.min(
        ...stop.set.map(
          (s) => marginDeg(engine.valves.find((v) => v.id === s.valve) ?? engine.valves[0]!, deg, 720) ?? NaN,
        ),
      );
    expect(worstAt(stop.crankDeg - shortDeg)).toBeCloseTo(0, 6);
    expect(worstAt(stop.crankDeg + pastDeg)).toBeCloseTo(0, 6);
    expect(Math.min(shortDeg, pastDeg)).toBe(110);
  });
});

describe("crankSlack of one valve", () => {
  // Base circles of the mild cam less its ramp: 1I from 608 to 328, 1E from 390 to 110; cylinder 2 fires at 180.
  const engine = resolveEngine(FOUR);
  const slack = (crankDeg: number, ...valves: string[]) =>
    crankSlack(engine, { crankDeg: fold(crankDeg, 720), set: valves.map((valve) => ({ valve, marginDeg: 0 })) });
  it("is what lies before it and behind it on its own base circle", () => {
    expect(slack(0, "1I")).toEqual({ shortDeg: 112, pastDeg: 328 });
    expect(slack(180, "2I")).toEqual({ shortDeg: 112, pastDeg: 328 });
    expect(slack(100, "1I", "1E")).toEqual({ shortDeg: 212, pastDeg: 10 });
  });
  it("is half a cycle where nothing says otherwise: no valve, one on its lobe, one without an arc", () => {
    const none = { shortDeg: 360, pastDeg: 360 };
    expect(slack(0)).toEqual(none);
    expect(slack(0, "9X")).toEqual(none);
    expect(slack(400, "1I")).toEqual(none);
    const jumps = resolveEngine(engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }] }));
    expect(crankSlack(jumps, { crankDeg: fold(0, 720), set: [{ valve: "1J", marginDeg: 0 }] })).toEqual(none);
  });
});

describe("rampSensitivity", () => {
  it("a degree of ramp costs every fixed stop a degree of margin", () => {
    const rows = rampSensitivity(FOUR, DEFAULT_STOP_SETTINGS, ["two-stop", "fewest"], 60, 20);
    expect(rows.map((r) => [r.rampDeg, r.worstDeg["two-stop"]])).toEqual([
      [0, 130],
      [20, 110],
      [40, 90],
      [60, 70],
    ]);
    for (const r of rows) expect(r.worstDeg.fewest ?? 0).toBeGreaterThanOrEqual(r.worstDeg["two-stop"] ?? Infinity);
  });
  it("has no figure where a method has no stop, and falls below zero where a valve stands on its lobe", () => {
    const five = engineFile(["1", "2", "4", "5", "3"], { cam: MILD_CAM });
    const rows = rampSensitivity(five, DEFAULT_STOP_SETTINGS, ["rocking", "two-stop"], 70);
    expect(rows.every((r) => r.worstDeg.rocking === null)).toBe(true);
    expect(rows.at(-1)?.worstDeg["two-stop"]).toBeLessThan(0);
  });
  it("works out an unknown cam as well", () => {
    expect(rampSensitivity(engineFile(["1"]), DEFAULT_STOP_SETTINGS, ["firing-order"], 30, 30)[1]?.worstDeg).toEqual({
      "firing-order": 65,
    });
  });
});
