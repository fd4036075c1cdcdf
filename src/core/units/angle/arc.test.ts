import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  advance,
  arcBetween,
  clearance,
  complement,
  contains,
  fold,
  separation,
  union,
  widen,
  type Arc,
} from "./arc";

const CYCLE = 720;
const arcs = fc.array(
  fc
    .record({ from: fc.integer({ min: -720, max: 1440 }), span: fc.integer({ min: 1, max: 400 }) })
    .map(({ from, span }) => arcBetween(from, from + span, CYCLE)),
  { maxLength: 5 },
);
const anyHolds = (list: readonly Arc[], deg: number): boolean => list.some((a) => contains(a, deg, CYCLE));

describe("fold", () => {
  it.each([
    [-1, 719],
    [-1e-20, 0],
    [720, 0],
    [1440, 0],
    [-0, 0],
    [721.5, 1.5],
    [-721, 719],
  ])("%d -> %d", (deg, folded) => {
    expect(Object.is(fold(deg, CYCLE), folded)).toBe(true);
  });
  it.each([NaN, Infinity, -Infinity])("refuses %d", (deg) => {
    expect(() => fold(deg, CYCLE)).toThrow(RangeError);
  });
});

describe("angles", () => {
  it("advances in the running direction only", () => {
    expect(advance(700, 20, CYCLE)).toBe(40);
    expect(advance(20, 700, CYCLE)).toBe(680);
  });
  it("separates the short way", () => {
    expect(separation(700, 20, CYCLE)).toBe(40);
    expect(separation(20, 700, CYCLE)).toBe(40);
  });
});

describe("arcs", () => {
  it("wraps through zero when it ends before it begins", () => {
    expect(arcBetween(660, 60, CYCLE)).toEqual({ startDeg: 660, spanDeg: 120 });
    expect(arcBetween(-120, -60, CYCLE)).toEqual({ startDeg: 600, spanDeg: 60 });
  });
  it("narrows to nothing instead of turning inside out", () => {
    expect(widen(arcBetween(10, 20, CYCLE), -5, CYCLE)).toBeNull();
    expect(widen(arcBetween(10, 20, CYCLE), -4, CYCLE)?.spanDeg).toBe(2);
  });
  it("joins through zero and keeps order", () => {
    const joined = union([arcBetween(700, 730, CYCLE), arcBetween(5, 40, CYCLE), arcBetween(100, 120, CYCLE)], CYCLE);
    expect(joined).toEqual([
      { startDeg: 100, spanDeg: 20 },
      { startDeg: 700, spanDeg: 60 },
    ]);
  });
  it("union and complement agree with membership at every half degree", () => {
    fc.assert(
      fc.property(arcs, (list) => {
        const joined = union(list, CYCLE);
        const free = complement(list, CYCLE);
        for (let deg = 0.5; deg < CYCLE; deg += 1) {
          const inside = anyHolds(list, deg);
          expect(anyHolds(joined, deg)).toBe(inside);
          expect(anyHolds(free, deg)).toBe(!inside);
        }
      }),
      { numRuns: 60 },
    );
  });
  it("the union never overlaps and the spans of both sides fill the cycle", () => {
    fc.assert(
      fc.property(arcs, (list) => {
        const total = [...union(list, CYCLE), ...complement(list, CYCLE)].reduce((sum, a) => sum + a.spanDeg, 0);
        expect(total).toBeCloseTo(CYCLE, 9);
      }),
    );
  });
});

describe("clearance", () => {
  const baseCircle = [arcBetween(600, 100, CYCLE)];
  it.each([
    [0, 100],
    [650, 50],
    [100, 0],
    [110, -10],
    [590, -10],
    [350, -250],
  ])("at %d it is %d", (deg, clear) => {
    expect(clearance(baseCircle, deg, CYCLE)).toBe(clear);
  });
  it("has no end on the whole cycle and no way in without arcs", () => {
    expect(clearance(complement([], CYCLE), 5, CYCLE)).toBe(Infinity);
    expect(clearance([], 5, CYCLE)).toBe(-Infinity);
  });
});
