import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dragLash, firstLeaf } from "./school";

const SET = [0.1, 0.15, 0.2, 0.25, 0.3];

describe("dragLash", () => {
  it.each([
    ["light drag on 0.20 is half a step either way", SET, 2, "drag", 0.175, 0.225],
    ["definite drag on 0.25 is a little under it", SET, 3, "overshoot", 0.2, 0.25],
    ["the thinnest leaf takes the step above it", SET, 0, "drag", 0.075, 0.125],
    ["the thickest leaf takes the step below it", SET, 4, "drag", 0.275, 0.325],
    ["one leaf alone reaches down to nothing", [0.2], 0, "overshoot", 0, 0.2],
  ] as const)("%s", (_name, set, at, school, lo, hi) => {
    const felt = dragLash(set, at, school);
    expect([felt.lo, felt.hi]).toEqual([expect.closeTo(lo, 9), expect.closeTo(hi, 9)]);
  });
  it("always holds the leaf that drags, and is never negative", () => {
    const sets = fc
      .uniqueArray(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 30 })
      .map((s) => s.sort((a, b) => a - b).map((n) => n / 100));
    fc.assert(
      fc.property(sets, fc.nat(29), fc.constantFrom("drag" as const, "overshoot" as const), (set, pick, school) => {
        const at = pick % set.length;
        const { lo, hi } = dragLash(set, at, school);
        expect(lo).toBeGreaterThanOrEqual(0);
        expect(lo).toBeLessThanOrEqual((set[at] ?? 0) + 1e-9);
        expect(hi).toBeGreaterThanOrEqual((set[at] ?? 0) - 1e-9);
      }),
    );
  });
  it("refuses a leaf that is not there", () => expect(() => dragLash(SET, 5, "drag")).toThrow(/no leaf 5/));
});

describe("firstLeaf", () => {
  it("is the nominal's own, or one step over it", () => {
    expect(firstLeaf(SET, 0.2, "drag")).toBe(2);
    expect(firstLeaf(SET, 0.2, "overshoot")).toBe(3);
    expect(firstLeaf(SET, 0.9, "overshoot")).toBe(4);
    expect(firstLeaf([], 0.2, "drag")).toBeNull();
  });
});
