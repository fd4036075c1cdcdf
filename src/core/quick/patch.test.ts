import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { edgesOf, moved, nearerEdge, stemOf, typedBy, unitOfTip } from "./patch";
import { NOTHING_TYPED, type TypedRocker } from "./rocker";

const of = (more: Partial<TypedRocker>): TypedRocker => ({
  ...NOTHING_TYPED,
  stem: "8 mm",
  fitted: "200 mm",
  ...more,
});

describe("a patch touched on a drawn tip", () => {
  it("is written as it would be typed, off the middle only with the pushrod that is fitted", () => {
    const typed = of({ length1: "200 mm", length2: "204 mm" });
    const edges = { innerMm: -0.503, outerMm: 1.557 };
    expect(typedBy(typed, 1, edges)).toEqual({ width1: "2.06 mm", offset: "0.53 mm" });
    expect(typedBy(typed, 2, edges)).toEqual({ width2: "2.06 mm" });
    const inches = of({ stem: "11/32 in", fitted: "7.800 in", length1: "7.8 in" });
    expect([unitOfTip(inches), typedBy(inches, 1, { innerMm: -0.7874, outerMm: 0.7874 })]).toEqual([
      "in",
      { width1: ".062 in", offset: "0 in" },
    ]);
  });
  it("begins as it is typed, and in the middle while nothing is", () => {
    expect(edgesOf(of({}), 1, 9)).toEqual({ innerMm: -1.5, outerMm: 1.5 });
    expect(edgesOf(of({ length1: "200 mm", width1: "2 mm", offset: "-0.5 mm" }), 1, 8)).toEqual({
      innerMm: -1.5,
      outerMm: 0.5,
    });
    expect(edgesOf(of({ length1: "204 mm", width1: "2 mm", offset: "-0.5 mm" }), 1, 8).innerMm).toBe(-1);
    expect([stemOf(of({ stem: "" })), stemOf(of({ stem: "-1 mm" })), stemOf(of({}))]).toEqual([null, null, 8]);
  });
  it("stays on the tip, its edges in their order, whatever is touched", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -20, max: 20, noNaN: true }), { maxLength: 12 }),
        fc.double({ min: 4, max: 14, noNaN: true }),
        (touches, stemMm) => {
          const end = touches.reduce((e, at) => moved(e, nearerEdge(e, at), at, stemMm), edgesOf(of({}), 1, stemMm));
          expect(end.innerMm).toBeGreaterThanOrEqual(-stemMm / 2);
          expect(end.outerMm).toBeLessThanOrEqual(stemMm / 2);
          expect(end.outerMm - end.innerMm).toBeGreaterThanOrEqual(0.1 - 1e-9);
        },
      ),
    );
  });
  it("is read back as it was touched", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3.5, max: 0, noNaN: true }),
        fc.double({ min: 0.2, max: 3.5, noNaN: true }),
        (a, b) => {
          const typed = of({ length1: "200 mm" });
          const back = edgesOf({ ...typed, ...typedBy(typed, 1, { innerMm: a, outerMm: b }) }, 1, 8);
          expect(back.innerMm).toBeCloseTo(a, 1.7);
          expect(back.outerMm).toBeCloseTo(b, 1.7);
        },
      ),
    );
  });
});
