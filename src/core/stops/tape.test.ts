import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pulleyRound, tapeMarks, tapePieces } from "./tape";

describe("tapeMarks", () => {
  it("matches the trade's example: 480 mm, an even six", () => {
    const marks = tapeMarks(480, [0, 120, 240, 360, 480, 600]);
    expect(marks).toMatchObject([
      { label: "A", markDeg: 0, alongMm: 0, stopsDeg: [0, 360], stopLabels: ["A", "D"] },
      {
        label: "B",
        markDeg: 120,
        alongMm: 160,
        stopsDeg: [120, 480],
        stopLabels: ["B", "E"],
        inches: { text: "6 5/16 in" },
      },
      { label: "C", markDeg: 240, alongMm: 320, stopsDeg: [240, 600], inches: { text: "12 19/32 in" } },
    ]);
    expect(marks[1]?.inches.errorDeg).toBeCloseTo(0.25, 2);
  });
  it.each([
    [25.4, 90, "1/4 in"],
    [25.4 * 4, 90, "1 in"],
    [100, 0, "0 in"],
  ])("circumference %d, %d degrees is %s", (mm, deg, text) => {
    expect(tapeMarks(mm, [deg])[0]?.inches.text).toBe(text);
  });
  it("rounding to 1/32 in never moves a mark by more than 1/64 in", () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 3000 }), fc.integer({ min: 0, max: 719 }), (mm, deg) => {
        expect(Math.abs(tapeMarks(mm, [deg])[0]?.inches.errorDeg ?? NaN)).toBeLessThanOrEqual(
          ((25.4 / 64) * 360) / mm + 1e-6,
        );
      }),
    );
  });
  it("stands in order along the tape, and what is nearer than a pen is one mark, also round the TDC mark", () => {
    const marks = tapeMarks(360, [270, 90, 359.995, 0, 90.005, 90.02]);
    expect(marks.map((m) => [m.label, m.markDeg, m.stopLabels])).toEqual([
      ["A", 90, ["B", "E"]],
      ["B", 90.02, ["F"]],
      ["C", 270, ["A"]],
      ["D", 359.995, ["C", "D"]],
    ]);
  });
  it("refuses a pulley without a size", () => expect(() => tapeMarks(0, [0])).toThrow(RangeError));
});

describe("pulleyRound", () => {
  it.each([
    ["480 mm", "circumference", 480],
    ["6 in", "diameter", 152.4 * Math.PI],
    ["30", "circumference", 30],
    ["5000 mm", "circumference", 5000],
  ] as const)("%s by %s is %d", (text, measure, mm) => {
    expect(pulleyRound(text, measure)).toEqual({ mm: expect.closeTo(mm, 9) as number });
  });
  it.each([
    ["a lot", "no-length"],
    ["29.9 mm", "no-pulley"],
    ["5001 mm", "no-pulley"],
  ] as const)("%s is %s", (text, why) => expect(pulleyRound(text, "circumference")).toMatchObject({ why }));
  it("says how a pulley is written, and what none is", () => {
    expect(pulleyRound("a lot", "diameter")).toMatchObject({ words: "Write it like 480 mm, or 18 7/8 in." });
    expect(pulleyRound("1 in", "circumference")).toMatchObject({
      words: "1 in can't be right: a pulley is 30 to 5000 mm round.",
    });
  });
});

describe("tapePieces", () => {
  it("carry the marks that lie on them, those on an overlap on both", () => {
    const marks = tapeMarks(360, [0, 90, 95, 96, 105, 106, 300]);
    const along = tapePieces(360, marks, 105, 10).map((p) => [p.fromMm, p.toMm, p.marks.map((m) => m.alongMm)]);
    expect(along).toEqual([
      [0, 105, [0, 90, 95, 96, 105]],
      [95, 200, [95, 96, 105, 106]],
      [190, 295, []],
      [285, 360, [300, 360]],
    ]);
    // Nothing meets where no mark stands at the beginning.
    expect(tapePieces(360, tapeMarks(360, [90]), 400)[0]?.marks.map((m) => m.alongMm)).toEqual([90]);
    expect(() => tapePieces(360, marks, 10, 10)).toThrow("tapePieces: a piece of 10 mm can't overlap by 10 mm");
  });
  it("cover the strip end to end, overlapping, with every mark and the meeting end", () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 2500 }), fc.integer({ min: 80, max: 260 }), (mm, piece) => {
        const marks = tapeMarks(mm, [0, 100, 200, 460]);
        const pieces = tapePieces(mm, marks, piece);
        expect(pieces[0]?.fromMm).toBe(0);
        expect(pieces.at(-1)?.toMm).toBe(mm);
        pieces.slice(1).forEach((p, i) => expect((pieces[i]?.toMm ?? 0) - p.fromMm).toBe(10));
        for (const p of pieces) expect(p.toMm - p.fromMm).toBeLessThanOrEqual(piece);
        for (const m of marks) expect(pieces.some((p) => p.marks.some((x) => x.label === m.label))).toBe(true);
        expect(pieces.at(-1)?.marks.at(-1)?.alongMm).toBe(mm);
      }),
    );
  });
});
