import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { marginDeg } from "./margin";
import { offBaseCircle, restTogetherDeg, toItsTopDeg } from "./restingTogether";

const FOUR = resolveEngine(engineFile(["1", "3", "4", "2"], { cam: MILD_CAM }));

describe("followers under one shaft", () => {
  it("names those that are off their base circle", () => {
    // Cylinder 1 fires at 0 and rests; cylinder 4 is at overlap, both its valves moving.
    expect(offBaseCircle(FOUR, ["1I", "1E", "4I", "4E"], 0)).toEqual(["4I", "4E"]);
    expect(offBaseCircle(FOUR, ["1I", "1E"], 0)).toEqual([]);
    const unknown = { ...FOUR, valves: FOUR.valves.map((v) => ({ ...v, baseCircleArcs: null })) };
    expect(offBaseCircle(unknown, ["1I"], 0)).toEqual(["1I"]);
  });
  it("finds where all of them rest, and that there is no such place", () => {
    const two = ["1I", "1E", "2I", "2E"];
    const deg = restTogetherDeg(FOUR, two);
    expect(deg).not.toBeNull();
    for (const v of FOUR.valves.filter((one) => two.includes(one.id)))
      expect(marginDeg(v, deg ?? 0, 720)).toBeGreaterThanOrEqual(0);
    expect(
      restTogetherDeg(
        FOUR,
        FOUR.valves.map((v) => v.id),
      ),
    ).toBeNull();
    expect(restTogetherDeg(FOUR, [])).toBeNull();
  });
});

describe("a piston under its valve", () => {
  it.each([
    ["1", 0, 0],
    ["1", 340, 0],
    ["1", 375, 0],
    ["1", 30, 330],
    ["3", 0, 180],
    ["3", 540, 0],
    ["1", 700, 0],
    ["1", 450, 270],
  ])("cylinder %s at %d: %d on", (cylinder, deg, on) => {
    expect(toItsTopDeg(FOUR, cylinder, deg)).toBe(on);
  });
});
