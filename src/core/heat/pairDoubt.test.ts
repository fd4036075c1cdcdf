import { describe, expect, it } from "vitest";
import { engineFile } from "../engine/testEngines";
import { expectedGrowthMm } from "./growthSources";
import { pairDoubt } from "./hotColdReadings";

const pair = (hotMm: number, coldMm: number, unsureMm = 0.02) =>
  ({ valve: "1I", role: "intake", hotMm, coldMm, unsureMm }) as const;

describe("a pair hot and cold", () => {
  it.each([
    // As usual, a little more, and the leaves leave it open.
    [0.35, 0.1, 0.25, null],
    [0.6, 0.1, 0.25, null],
    [0.11, 0.1, 0.25, null],
    // Several times what such an engine does: one of the two was read in another unit.
    [1.0, 0.1, 0.25, /1I gets wider by 0\.90 mm hot, several times/],
    [0.4, 0.1, 0.025, /several times/],
    // The other way round.
    [0.1, 0.35, 0.25, /1I gets tighter by 0\.25 mm hot, and such an engine goes the other way/],
    [0.3, 0.15, -0.1, /gets wider by 0\.15 mm hot, and such an engine goes the other way/],
    // Where next to nothing is usual, either way is.
    [0.1, 0.14, 0.025, null],
    // Where nobody knows, no more than three times what two alloy castings make.
    [0.9, 0.1, null, null],
    [1.1, 0.1, null, /several times/],
  ])("hot %d, cold %d, usual %s", (hot, cold, usual, doubt) => {
    const said = pairDoubt(pair(hot, cold), usual, "mm");
    if (doubt === null) expect(said).toBeNull();
    else expect(said).toMatch(doubt);
  });

  it("is told in the engine's own system", () => {
    expect(pairDoubt(pair(1.0, 0.1), 0.25, "in")).toMatch(/wider by \.035 in hot/);
  });

  it("is held against what its material says, then against what is computed", () => {
    const screw = { adjuster: { kind: "screw", at: "stud-nut", ratio: 1.5 } } as const;
    const of = (heat: object) => expectedGrowthMm(engineFile(["1"], { ...screw, heat }), "intake");
    expect(of({ block: "iron", head: "alloy" })).toBe(0.25);
    expect(of({ block: "iron", head: "iron" })).toBe(0.025);
    // What a builder entered does not vouch for itself.
    expect(of({ block: "iron", head: "alloy", experience: { intake: 2 } })).toBe(0.25);
    expect(expectedGrowthMm(engineFile(["1"]), "intake")).toBeNull();
  });
});
