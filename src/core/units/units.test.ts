/** The small rules that all figures stand on. */
import { describe, expect, it } from "vitest";
import { arcBetween, complement, contains, fold, union, widen } from "./angle/arc";
import { interval } from "./interval";
import { parseLength, showChange, showFigure, showLength, toMm } from "./length";
import { lengthSchema } from "./lengthSchema";
import { median, robustSpread } from "./median";
import { threadPitch } from "./thread";
import { asFraction, turnOf } from "./turns";

describe("median and robust spread", () => {
  it.each([
    [[3, 1, 2], 2],
    [[4, 1, 2, 3], 2.5],
    [[10, 1], 5.5],
    [[7], 7],
    [[-1, -3, 5, 9, 2], 2],
  ])("of %o is %f, and the list stays as it was", (values, middle) => {
    const copy = [...values];
    expect(median(values)).toBe(middle);
    expect(values).toEqual(copy);
  });
  it("of nothing is an error", () => expect(() => median([])).toThrow("median: of nothing"));
  it("the spread is the median distance from the median, as a deviation", () => {
    expect(robustSpread([1, 2, 4, 9])).toBeCloseTo(1.4826 * 1.5, 9);
    expect(robustSpread([5, 5, 5])).toBe(0);
    expect(robustSpread([1, 2, 3, 100])).toBeCloseTo(1.4826, 9);
  });
});

describe("an interval", () => {
  it("keeps its ends, which may meet or be open", () => {
    expect(interval(0.1, 0.2)).toEqual({ lo: 0.1, hi: 0.2 });
    expect(interval(0.2, 0.2)).toEqual({ lo: 0.2, hi: 0.2 });
    expect(interval(0.2, Infinity)).toEqual({ lo: 0.2, hi: Infinity });
  });
  it.each([
    [0.3, 0.2],
    [NaN, 1],
    [0, NaN],
  ])("is refused with crossed ends: %f to %f", (lo, hi) =>
    expect(() => interval(lo, hi)).toThrow(/ends crossed or not numbers/),
  );
});

describe("a thread", () => {
  it.each([
    [{ pitch: 1.25 }, 1.25],
    [{ pitch: "0.05 in" }, 1.27],
    [{ tpi: 20 }, 1.27],
  ])("%o has a pitch of %f mm", (thread, mm) => expect(threadPitch(thread)).toBeCloseTo(mm, 9));
  it("wants one figure, not none and not both", () => {
    expect(threadPitch({})).toEqual({ field: "pitch", why: expect.stringMatching(/its pitch, or its threads/) });
    expect(threadPitch({ pitch: 1, tpi: 20 })).toEqual({ field: "tpi", why: expect.stringMatching(/not both/) });
  });
});

describe("a length as typed", () => {
  const from = lengthSchema({ minMm: 0, maxMm: 10 });
  const above = lengthSchema({ minMm: 2, maxMm: 10 });
  const says = (schema: typeof from, value: unknown): string | undefined =>
    schema.safeParse(value).error?.issues[0]?.message;
  it("stays as it was typed", () => {
    for (const typed of [0, 10, "0.30 mm", "12 thou", 2]) expect(from.parse(typed)).toBe(typed);
    expect(above.parse(2)).toBe(2);
  });
  it.each<[unknown, RegExp]>([
    ["wide", /^"wide" is not a length: write it like/],
    [-0.1, /^It can't be negative\.$/],
    [10.1, /^10\.1 mm can't be right here: the most that makes sense is 10 mm\.$/],
    [true, /^Give a length: a number of mm/],
    ["1".repeat(41), /^That is too long for a length/],
  ])("is refused with what to do: %o", (typed, why) => expect(says(from, typed)).toMatch(why));
  it("names the least where that is not nothing", () => expect(says(above, 1)).toBe("It is below 2 mm."));
  it("is read with spaces around it, and shown in its unit", () => {
    expect(parseLength("  0.30 ")).toEqual({ mm: 0.3, unit: "mm", text: "0.30 mm" });
    expect(parseLength(" 12 thou ")?.text).toBe("12 thou");
    expect([showLength(0.3048, "in"), showLength(0.3048, "thou"), showFigure(0.3048, "in"), showFigure(0.3)]).toEqual(
      [".012 in", "12.0 thou", ".012", "0.30"],
    );
    expect([showChange(0.0254, "in"), showChange(0.0203, "thou"), showChange(0.02, "mm")]).toEqual([
      "1.0 thou",
      "0.8 thou",
      "0.02 mm",
    ]);
    expect(() => toMm("wide")).toThrow("lengthOf: not a length: wide");
  });
});

describe("a turn", () => {
  it("is none below what any tool can do, and exact near a sixteenth", () => {
    expect(turnOf(1e-10).direction).toBe("none");
    expect(turnOf(-2e-9).direction).toBe("out");
    expect(() => turnOf(Infinity)).toThrow(/not finite: Infinity/);
    expect(asFraction(0.25 + 0.049 / 16)).toBe("1/4 turn");
    expect(asFraction(0.25 + 0.051 / 16)).toBe("about 1/4 turn");
  });
});

describe("arcs", () => {
  it("fold onto the cycle, its end being its start", () => {
    expect([fold(720, 720), fold(-90, 720), fold(-0, 720), fold(-1e-20, 720)]).toEqual([0, 630, 0, 0]);
    expect(Object.is(fold(-0, 720), 0)).toBe(true);
    expect(() => fold(NaN, 720)).toThrow(/not finite/);
  });
  it("run on from their start, never back", () => {
    expect(arcBetween(700, 20, 720)).toEqual({ startDeg: 700, spanDeg: 40 });
    expect(arcBetween(20, 700, 720)).toEqual({ startDeg: 20, spanDeg: 680 });
    expect(arcBetween(0, 900, 720).spanDeg).toBe(720);
    expect(arcBetween(10, 10, 720).spanDeg).toBe(0);
  });
  it("hold their start and not their end", () => {
    const arc = { startDeg: fold(700, 720), spanDeg: 40 };
    expect([700, 10, 20, 699].map((d) => contains(arc, d, 720))).toEqual([true, true, false, false]);
  });
  it("are widened at both ends, and gone when nothing is left", () => {
    expect(widen({ startDeg: fold(100, 720), spanDeg: 50 }, 10, 720)).toEqual({ startDeg: 90, spanDeg: 70 });
    expect(widen({ startDeg: fold(100, 720), spanDeg: 50 }, -10, 720)).toEqual({ startDeg: 110, spanDeg: 30 });
    expect(widen({ startDeg: fold(100, 720), spanDeg: 50 }, -25, 720)).toBeNull();
  });
  it("join where they touch, over the end of the cycle too", () => {
    const arc = (start: number, span: number) => ({ startDeg: fold(start, 720), spanDeg: span });
    expect(union([arc(100, 50), arc(150, 50)], 720)).toEqual([arc(100, 100)]);
    expect(union([arc(700, 40), arc(20, 30)], 720)).toEqual([arc(700, 70)]);
    expect(union([arc(680, 40), arc(0, 30), arc(300, 10)], 720)).toEqual([arc(300, 10), arc(680, 70)]);
    expect(union([arc(0, 720)], 720)).toEqual([arc(0, 720)]);
    expect(union([arc(0, 30)], 720)).toEqual([arc(0, 30)]);
    expect(union([arc(690, 30)], 720)).toEqual([arc(690, 30)]);
    expect(union([arc(690, 30), arc(10, 30)], 720)).toEqual([arc(10, 30), arc(690, 30)]);
    expect(union([arc(680, 30), arc(0, 30)], 720)).toEqual([arc(0, 30), arc(680, 30)]);
    expect(union([arc(0, 30), arc(600, 100)], 720)).toEqual([arc(0, 30), arc(600, 100)]);
  });
  it("leave free what lies between them, in order", () => {
    const arc = (start: number, span: number) => ({ startDeg: fold(start, 720), spanDeg: span });
    expect(complement([], 720)).toEqual([arc(0, 720)]);
    expect(complement([arc(0, 720)], 720)).toEqual([]);
    expect(complement([arc(600, 200), arc(200, 100)], 720)).toEqual([arc(80, 120), arc(300, 300)]);
    expect(complement([arc(100, 50)], 720)).toEqual([arc(150, 670)]);
  });
});
