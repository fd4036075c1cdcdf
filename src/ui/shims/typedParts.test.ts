import { describe, expect, it } from "vitest";
import type { ShimPlan } from "@/core/shims/assign";
import { known } from "@/core/shims/assign";
import { chains, fittedOf, surelyIn, thicknessProblem, wantedMm, whatEachLeaves } from "./typedParts";

const plan = (...moves: [string, string][]): ShimPlan => ({
  picks: moves.map(([position, from]) => ({ position, from, thicknessMm: 2.5, source: "moved", predictedLashMm: 0.15 })), cost: 0, bought: 0, moved: moves.length, sumSquaresMm2: 0, unserved: [], leftOver: [], optimal: true,
});

describe("parts as they come out", () => {
  it("tells who gives to whom, in chains and rings", () => {
    expect(chains(plan(["2", "1"], ["3", "2"]))).toEqual(["1 → 2 → 3"]);
    expect(chains(plan(["2", "1"], ["1", "2"]))).toEqual(["1 → 2 → 1"]);
    expect(chains(plan())).toEqual([]);
  });
  it("puts thicknesses right for the micrometer, and leaves slips out", () => {
    const bench = { id: "m", name: "M", stepMm: 0.01, check: { pieceMm: 2.5, readMm: 2.51 } };
    expect(fittedOf({ a: "2.66", b: "thick", c: "" }, bench)).toEqual({ a: expect.closeTo(2.65, 9) });
    expect([thicknessProblem("2.6"), thicknessProblem(""), thicknessProblem("thick")]).toEqual([null, null, expect.stringMatching(/not a thickness/)]);
  });
  it("says whether a part is surely right, by what reading and marks leave open", () => {
    const p = { id: "1", fittedMm: 2.6, lashMm: { lo: 0.14, hi: 0.16 }, lowMm: 0.11, highMm: 0.19, aimMm: 0.15 };
    expect([surelyIn(p, 2.6, false, false), surelyIn(p, 2.6, true, false), surelyIn(p, 2.6, true, true), surelyIn(p, 2.57, false, false), surelyIn(p, 2.55, false, false)]).toEqual([true, true, false, true, false]);
  });
  it("says what every part would leave, the best first", () => {
    const p = { id: "1", fittedMm: 2.65, lashMm: known(0.09), lowMm: 0.1, highMm: 0.2, aimMm: 0.15 };
    expect(wantedMm(p)).toBeCloseTo(2.59, 9);
    expect(whatEachLeaves(p, [2.55, 2.6, 2.7, 2.6]).map((w) => [w.thicknessMm, Number(w.lashMm.toFixed(2)), w.fits])).toEqual([[2.6, 0.14, true], [2.55, 0.19, true], [2.7, 0.04, false]]);
  });
});
