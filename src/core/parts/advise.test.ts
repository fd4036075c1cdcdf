import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { adviseStock, atMost, keepFor, sizeOf } from "./advise";
import { between } from "../units/between.testing";

/** The fewest parts by trying every combination. */
function fewest(rates: readonly number[], chance: number): number {
  const most = 7;
  let best = Infinity;
  const walk = (i: number, parts: number, so: number): void => {
    if (parts >= best) return;
    if (i === rates.length) {
      if (so >= chance - 1e-12) best = parts;
      return;
    }
    for (let k = 0; k <= most; k++) walk(i + 1, parts + k, so * atMost(k, rates[i] ?? 0));
  };
  walk(0, 0, 1);
  return best;
}

describe("what to keep", () => {
  it.each([
    [0, 0, 1],
    [0, 1, Math.exp(-1)],
    [1, 1, 2 * Math.exp(-1)],
    [2, 0.5, Math.exp(-0.5) * 1.625],
    [9, 2, 0.999954],
  ])("at most %i of a rate of %f", (count, rate, chance) => expect(atMost(count, rate)).toBeCloseTo(chance, 6));
  it("is the fewest parts that reach the chance, as trying everything finds", () => {
    fc.assert(
      fc.property(
        fc.array(between(0, 1.2), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(0.8, 0.9, 0.95),
        (rates, chance) => {
          const keep = keepFor(rates, chance);
          expect(keep.reduce((a, b) => a + b, 0)).toBe(fewest(rates, chance));
          expect(keep.reduce((p, k, i) => p * atMost(k, rates[i] ?? 0), 1)).toBeGreaterThanOrEqual(chance - 1e-9);
        },
      ),
      { numRuns: 120 },
    );
  });
  it("spreads a want to the sizes beside it, and counts what lies there by its step", () => {
    const advice = adviseStock([[2.6], [2.61, 2.6]], [2.603, 2.55, 3]);
    expect(advice.sizes.map((s) => [s.thicknessMm, s.wanted, s.rate, s.have])).toEqual([
      [2.55, 0, 0.375, 1],
      [2.6, 3, 0.75, 1],
      [2.65, 0, 0.375, 0],
    ]);
    expect(advice.chanceNow).toBeCloseTo(atMost(1, 0.375) * atMost(1, 0.75) * atMost(0, 0.375), 9);
    expect(advice.chanceKept).toBeGreaterThanOrEqual(0.95);
  });
  it("asks for nothing where nothing was wanted, and for a chance that is one", () => {
    expect(adviseStock([], [])).toEqual({ sizes: [], chanceNow: 1, chanceKept: 1, jobs: 0 });
    expect(() => adviseStock([], [], 1)).toThrow(RangeError);
    expect([sizeOf(2.574), sizeOf(2.576), sizeOf(0.1)]).toEqual([2.55, 2.6, 0.1]);
  });
});
