import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { judge, judgeInterval, type Verdict } from "./judge";
import { lashOf, readingProblem, startMm } from "./reading";
import { crossedLimit, lashSpec } from "./spec";
import { between } from "../units/between.testing";

const BAND = { lowMm: 0.15, highMm: 0.25 };

describe("judge, by leaves", () => {
  it.each<[number | null, number | null, Verdict]>([
    [0.15, 0.25, "in"],
    [0.2, 0.25, "in"],
    [0.15, 0.2, "in"],
    [0.1, 0.15, "tight"], // no-go at the low limit
    [0.25, 0.3, "undecided"], // exactly the high limit goes: it may still be the limit
    [0.26, 0.3, "loose"],
    [0.26, null, "loose"],
    [null, 0.15, "tight"],
    [null, 0.16, "undecided"],
    [0.14, 0.2, "undecided"],
    [0.2, 0.26, "undecided"],
    [0.2, null, "undecided"],
    [0, 0.05, "tight"],
    [0, null, "tight"],
    [0, 0.2, "tight"],
  ])("goes %s, no-go %s: %s", (goesMm, noGoMm, verdict) => expect(judge({ goesMm, noGoMm }, BAND)).toBe(verdict));
});

describe("judge, by value", () => {
  it.each<[number, number, Verdict]>([
    [0.15, 0, "in"],
    [0.25, 0, "in"],
    [0.2, 0.05, "in"],
    [0.14, 0, "tight"],
    [0.26, 0, "loose"],
    [0.15, 0.01, "undecided"],
    [0, 0, "tight"],
  ])("%d within %d: %s", (valueMm, withinMm, verdict) => expect(judge({ valueMm, withinMm }, BAND)).toBe(verdict));
});

describe("judgement and truth", () => {
  it("never contradicts a lash that the reading allows", () => {
    const mm = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
    fc.assert(
      fc.property(mm, mm, mm, mm, between(0, 0.999), (a, b, c, d, part) => {
        fc.pre(Math.abs(a - b) > 1e-6);
        const [lo, hi] = [Math.min(a, b), Math.max(a, b)];
        const band = { lowMm: Math.min(c, d), highMm: Math.max(c, d) };
        const truth = lo + (hi - lo) * part;
        const verdict = judgeInterval(lo, hi, band);
        if (verdict === "in") expect(truth >= band.lowMm - 1e-9 && truth <= band.highMm + 1e-9).toBe(true);
        if (verdict === "tight") expect(truth).toBeLessThan(band.lowMm + 1e-9);
        if (verdict === "loose") expect(truth).toBeGreaterThan(band.highMm);
      }),
    );
  });
});

describe("readings", () => {
  it.each([
    [{ goesMm: 0.3, noGoMm: 0.25 }, "noGo", "one of the two is a slip"],
    [{ goesMm: 0.3, noGoMm: 0.3 }, "noGo", "can't both go and not go"],
    [{ goesMm: 40, noGoMm: null }, "goes", "40 mm can't be lash"],
    [{ goesMm: -0.1, noGoMm: 0.3 }, "goes", "can't be negative"],
    [{ goesMm: null, noGoMm: null }, "goes", "at least one leaf"],
    [{ goesMm: null, noGoMm: 0 }, "noGo", "has a thickness"],
    [{ valueMm: 12, withinMm: 0 }, "value", "Check the unit"],
  ])("%j is refused", (reading, field, why) => {
    expect(readingProblem(reading)).toMatchObject({ field, why: expect.stringContaining(why) });
    expect(() => lashOf(reading)).toThrow(RangeError);
  });
  it("starts a turn from the middle, and only when both ends are known", () => {
    expect(startMm({ goesMm: 0.3, noGoMm: 0.33 })).toBeCloseTo(0.315, 12);
    expect(startMm({ goesMm: 0.3, noGoMm: null })).toBeNull();
    expect(startMm({ goesMm: null, noGoMm: 0.1 })).toBeNull();
    expect(startMm({ goesMm: 0, noGoMm: 0.05 })).toBeCloseTo(0.025, 12);
    expect(startMm({ valueMm: 0.2, withinMm: 0.01 })).toBe(0.2);
  });
});

describe("specs", () => {
  it("assumes a band where none is given", () => {
    expect(lashSpec({ nominal: "0.30 mm" })).toEqual({
      nominalMm: 0.3,
      lowMm: expect.closeTo(0.275, 9),
      highMm: expect.closeTo(0.325, 9),
      assumedBand: true,
    });
  });
  it("assumes a thou where the figures are in inches: this leaf goes, the next does not, is in spec", () => {
    for (const nominal of ["4 thou", ".004 in"]) {
      const spec = lashSpec({ nominal });
      expect(spec).toMatchObject({
        lowMm: expect.closeTo(0.0762, 9),
        highMm: expect.closeTo(0.127, 9),
        assumedBand: true,
      });
      expect(judge({ goesMm: 0.004 * 25.4, noGoMm: 0.005 * 25.4 }, spec)).toBe("in");
    }
    expect(lashSpec({ nominal: "4 thou", low: "0.09 mm" })).toMatchObject({
      lowMm: 0.09,
      highMm: expect.closeTo(0.127, 9),
    });
  });
  it("names a crossed limit", () => {
    expect(crossedLimit(lashSpec({ nominal: 0.3, low: 0.31 }))?.field).toBe("low");
    expect(crossedLimit(lashSpec({ nominal: 0.3, low: 0.3, high: 0.29 }))?.field).toBe("high");
    expect(crossedLimit(lashSpec({ nominal: 0.3, low: 0.3, high: 0.3 }))).toBeNull();
  });
});
