import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Position, assignShims, known } from "./assign";
import { sizeFor, stepOf, wantedFor } from "./wanted";

const at = (id: string, fittedMm: number, lash: number): Position => ({
  id,
  fittedMm,
  lashMm: known(lash),
  lowMm: 0.1,
  highMm: 0.2,
  aimMm: 0.15,
});

describe("the step in which parts are sold", () => {
  it.each([
    ["of a catalog", [2.5, 2.55, 2.6, 2.7], 0.05],
    ["finer ones", [2.5, 2.525, 2.55], 0.025],
    ["usual where none is known", [], 0.05],
    ["usual where one is known", [2.5], 0.05],
  ])("%s", (_what, sizes, step) => expect(stepOf(sizes)).toBeCloseTo(step, 9));
});

describe("a size to order", () => {
  it.each([
    // The example of the trade: fitted 2.65, lash 0.09, target 0.15.
    [2.65, 0.09, 2.6, 0.14, true],
    [2.65, 0.165, 2.65, 0.165, true],
    // Two alike: the thinner.
    [2.6, 0.125, 2.55, 0.175, true],
    [2.6, 0.02, 2.45, 0.17, true],
  ])("fitted %d with lash %d: %d leaves %d", (fitted, lash, sizeMm, leavesMm, inBand) => {
    const size = sizeFor(at("1I", fitted, lash), 0.05);
    expect(size.sizeMm).toBeCloseTo(sizeMm, 9);
    expect(size.leavesMm).toBeCloseTo(leavesMm, 9);
    expect(size.inBand).toBe(inBand);
  });
  it("is never further from the target than half a step", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.5, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.constantFrom(0.01, 0.025, 0.05),
        (fitted, lash, step) => {
          const { sizeMm, leavesMm } = sizeFor(at("1I", fitted, lash), step);
          expect(Math.abs(leavesMm - 0.15)).toBeLessThanOrEqual(step / 2 + 1e-6);
          expect(Math.abs(sizeMm / step - Math.round(sizeMm / step))).toBeLessThan(1e-4);
        },
      ),
    );
  });
  it("says where it is too coarse for the band", () =>
    expect(sizeFor({ ...at("1I", 2.6, 0.125), lowMm: 0.14, highMm: 0.16 }, 0.05).inBand).toBe(false));
});

describe("what is wanted for a plan", () => {
  it("is what it buys and a size for each that it can't serve, alike sizes together", () => {
    const positions = [at("1I", 2.65, 0.05), at("2I", 2.65, 0.06), at("3I", 2.5, 0.3)];
    const bought = assignShims({
      positions,
      parts: [{ id: "s", thicknessMm: 2.65, source: "buy", quantity: null, cost: 3 }],
      reuse: false,
    });
    expect(wantedFor(bought, positions, 0.05)).toEqual([
      {
        sizeMm: 2.55,
        at: [
          { position: "1I", leavesMm: expect.closeTo(0.15, 9), inBand: true },
          { position: "2I", leavesMm: expect.closeTo(0.16, 9), inBand: true },
        ],
      },
      { sizeMm: 2.65, at: [{ position: "3I", leavesMm: expect.closeTo(0.15, 9), inBand: true }] },
    ]);
  });
});
