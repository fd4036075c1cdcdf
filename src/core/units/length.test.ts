import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { limitFigure, parseLength, pitchFromTpi, showLength, toMm } from "./length";

describe("parseLength", () => {
  it.each<[number | string, number]>([
    [0.3, 0.3],
    ["0.30 mm", 0.3],
    ["0.30", 0.3],
    ["0,30 mm", 0.3],
    ["0.012 in", 0.3048],
    ["12 thou", 0.3048],
    ["7 1/2 in", 190.5],
    ["1/2 in", 12.7],
    [".012 in", 0.3048],
    ["-0.02 mm", -0.02],
    ['1/32"', 0.79375],
    [" 5mm ", 5],
  ])("%s is %d mm", (input, mm) => {
    expect(parseLength(input)?.mm).toBeCloseTo(mm, 12);
  });
  it.each(["", "abc", "1/0 in", "0.3 cm", "7 1.5 in", "1e3 mm", "0.3 mm mm", "--1 mm"])("refuses %j", (input) => {
    expect(parseLength(input)).toBeNull();
  });
  it("refuses numbers that are none", () => {
    expect(parseLength(NaN)).toBeNull();
    expect(() => toMm("wide")).toThrow(RangeError);
  });
  it("keeps unit and digits as entered", () => {
    expect(parseLength("0.010 in")).toMatchObject({ unit: "in", text: "0.010 in" });
    expect(parseLength("0.30", "mm")).toMatchObject({ text: "0.30 mm" });
    expect(parseLength("12", "thou")?.mm).toBeCloseTo(0.3048, 12);
  });
  it("a thou is exactly 0.0254 mm, in any of its spellings", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999 }), (n) => {
        const asInch = toMm(`${(n / 1000).toFixed(3)} in`);
        expect(asInch).toBeCloseTo(n * 0.0254, 12);
        expect(toMm(`${n} thou`)).toBeCloseTo(asInch, 12);
      }),
    );
  });
});

describe("threads and showing", () => {
  it.each([
    [24, 1.0583],
    [20, 1.27],
  ])("%d per inch is %d mm", (tpi, mm) => {
    expect(pitchFromTpi(tpi)).toBeCloseTo(mm, 4);
  });
  it("refuses a thread of nothing", () => expect(() => pitchFromTpi(0)).toThrow(RangeError));
  it("shows in the unit asked for", () => {
    expect(showLength(0.3048)).toBe("0.30 mm");
    expect(showLength(0.3048, "in")).toBe(".012 in");
    expect(showLength(0.3048, "thou")).toBe("12.0 thou");
  });
});

describe("a limit", () => {
  it.each([
    // However the sum came out, both ends of 0.20 ± 0.025 stand as they are.
    [0.2 - 0.025, "mm", "0.175"],
    [0.175, "mm", "0.175"],
    [0.2 + 0.025, "mm", "0.225"],
    [0.1, "mm", "0.10"],
    [0.15, "mm", "0.15"],
    [0.1234, "mm", "0.12"],
    [0, "mm", "0.00"],
    [0.0065 * 25.4, "in", ".0065"],
    [0.006 * 25.4, "in", ".006"],
    [0.2, "in", ".008"],
    [0.25 * 0.0254, "thou", "0.25"],
  ] as const)("%f mm in %s is written %s", (mm, unit, figure) => expect(limitFigure(mm, unit)).toBe(figure));
});
