import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fitWidths } from "./fit";
import { bestLength, idealLengthMm, keepsGeometryMm, pivotWithMm, raiseMm, soldAround, tryLength } from "./pushrod";
import { armAt, bestPivotMm, leastSweepMm, sweepOf } from "./sweep";

const ARM = { armMm: 42, tipRadiusMm: 8, liftMm: 14 };
const STUD = { ...ARM, ratio: 1.5, fittedMm: 200, pivotAboveMm: -5 };

const arms = fc.record({
  armMm: fc.double({ min: 20, max: 80, noNaN: true }),
  tipRadiusMm: fc.double({ min: 0, max: 15, noNaN: true }),
  liftMm: fc.double({ min: 3, max: 20, noNaN: true }),
});
const heights = fc.double({ min: -15, max: 15, noNaN: true });

describe("the sweep", () => {
  it.each([
    [-5, 2.0625, 18.0305],
    [-2.6, 1.3596, 14.6181],
    [1, 0.5874, 9.5941],
  ])("with the pivot %d mm above the tip", (pivot, sweepMm, startsDeg) => {
    const sweep = sweepOf(ARM, pivot);
    expect(sweep?.sweepMm).toBeCloseTo(sweepMm, 3);
    expect(sweep?.closed.angleDeg).toBeCloseTo(startsDeg, 3);
  });
  it("is what a tip that is watched all the way travels", () => {
    fc.assert(
      fc.property(arms, heights, (arm, pivot) => {
        const sweep = sweepOf(arm, pivot);
        const steps = Array.from({ length: 401 }, (_, i) => armAt(arm, pivot, (arm.liftMm * i) / 400));
        const across = steps.flatMap((s) => (s === null ? [] : [s.acrossMm]));
        if (sweep === null) return across.length < steps.length;
        const watched = Math.max(...across) - Math.min(...across);
        return sweep.sweepMm >= watched - 1e-9 && sweep.sweepMm - watched < 0.01;
      }),
    );
  });
  it("is the narrowest with the arm square to the stem at half lift", () => {
    fc.assert(
      fc.property(arms, heights, (arm, away) => {
        const least = leastSweepMm(arm);
        const best = sweepOf(arm, bestPivotMm(arm));
        const other = sweepOf(arm, bestPivotMm(arm) + away);
        if (least === null || best === null) return true;
        expect(best.sweepMm).toBeCloseTo(least, 9);
        expect(best.half.angleDeg).toBeCloseTo(0, 9);
        expect(best.closed.angleDeg).toBeCloseTo(-best.full.angleDeg, 9);
        return other === null || other.sweepMm >= least - 1e-9;
      }),
    );
  });
  it("is none where the arm is too short", () => {
    expect(sweepOf(ARM, -40)).toBeNull();
    expect(leastSweepMm({ armMm: 5, liftMm: 14 })).toBeNull();
  });
});

describe("pushrods", () => {
  it("raise the pivot by a part of what they are longer, and there is one that is ideal", () => {
    expect(pivotWithMm(STUD, 204)).toBeCloseTo(-2.6, 9);
    expect(idealLengthMm(STUD)).toBeCloseTo(210, 9);
    expect(pivotWithMm(STUD, 210)).toBeCloseTo(bestPivotMm(ARM), 9);
  });
  it("are recommended by the sweep, the shorter of two alike, and never out of reach", () => {
    const tried = [200, 204, 208].map((mm) => tryLength(STUD, mm));
    expect(bestLength(tried)?.lengthMm).toBe(208);
    expect(bestLength([209.99, 210, 210.1].map((mm) => tryLength(STUD, mm)))?.lengthMm).toBe(209.99);
    const far = tryLength(STUD, 20);
    expect(far.sweepMm).toBeNull();
    expect(bestLength([far])).toBeNull();
    expect(soldAround(210.3, 1)).toEqual([209, 210, 211, 212]);
    expect(soldAround(209.55, 1.27)).toEqual([
      expect.closeTo(207.01, 9),
      expect.closeTo(208.28, 9),
      209.55,
      expect.closeTo(210.82, 9),
    ]);
  });
  it("keep the geometry after machining; a shaft's stands are raised", () => {
    expect(keepsGeometryMm({ gasketMm: 0.2, blockMm: 0.5, headMm: 0.3 })).toBeCloseTo(-0.6, 9);
    expect(raiseMm(STUD)).toBe(6);
  });
});

describe("the fit to measured widths", () => {
  const widths = (lengths: readonly number[]) =>
    lengths.map((lengthMm) => ({ lengthMm, sweepMm: tryLength(STUD, lengthMm).sweepMm ?? NaN }));
  const given = { tipRadiusMm: 8, liftMm: 14, ratio: 1.5, fittedMm: 200 };
  it("finds the pivot, and the arm where it is not known", () => {
    const known = fitWidths({ ...given, armMm: 42, measured: widths([200, 204, 213]) });
    expect(known).toMatchObject({ armMm: 42, pivotAboveMm: expect.closeTo(-5, 4) as number });
    const both = fitWidths({ ...given, armMm: null, measured: widths([196, 200, 204, 213]) });
    expect(both?.armMm).toBeCloseTo(42, 1);
    expect(both?.pivotAboveMm).toBeCloseTo(-5, 1);
    expect(both?.rmsMm).toBeLessThan(1e-4);
  });
  it("says what remains where no arm does that, and is none where nothing reaches", () => {
    const odd = [2, 0.5, 2.5].map((sweepMm, i) => ({ lengthMm: 200 + i * 4, sweepMm }));
    expect(fitWidths({ ...given, armMm: null, measured: odd })?.rmsMm).toBeGreaterThan(0.2);
    const apart = [10, 200, 400].map((lengthMm) => ({ lengthMm, sweepMm: 1 }));
    expect(fitWidths({ ...given, armMm: 42, measured: apart })).toBeNull();
    expect(() => fitWidths({ ...given, armMm: 42, measured: [] })).toThrow(/0 widths/);
  });
});
