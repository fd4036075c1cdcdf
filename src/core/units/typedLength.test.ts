import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseLength } from "./length";
import { USUAL, apart, isBare, listedLengths, taken, unitDoubt, unitProblem, withUnit } from "./typedLength";
import { parseThread, threadWords } from "./thread";

describe("a length typed beside a unit", () => {
  it.each([
    // What people type on the wrong kind of engine is asked about.
    [".004", "mm", "lash", [".004 mm", ".004 in"]],
    ["0.014", "mm", "lash", ["0.014 mm", "0.014 in"]],
    ["0.30", "in", "lash", ["0.30 in", "0.30 mm"]],
    ["2.5", "in", "lash", null],
    ["1.3", "in", "lash", null],
    ["0.014", "mm", "growth", ["0.014 mm", "0.014 in"]],
    ["0.35", "in", "growth", ["0.35 in", "0.35 mm"]],
    [".050", "mm", "checkingLift", [".050 mm", ".050 in"]],
    ["1", "in", "checkingLift", ["1 in", "1 mm"]],
    ["0.375", "mm", "fullLift", ["0.375 mm", "0.375 in"]],
    ["9.5", "in", "fullLift", ["9.5 in", "9.5 mm"]],
    ["0.060", "mm", "plungerTravel", ["0.060 mm", "0.060 in"]],
    ["1.3", "in", "plungerTravel", ["1.3 in", "1.3 mm"]],
    ["7.8", "mm", "pushrod", ["7.8 mm", "7.8 in"]],
    ["18 7/8", "mm", "pulley", ["18 7/8 mm", "18 7/8 in"]],
    ["0.001", "mm", "tolerance", ["0.001 mm", "0.001 in"]],
    ["2.65", "in", "thickness", ["2.65 in", "2.65 mm"]],
    // What is usual is taken as the field shows it.
    [".004", "in", "lash", null],
    ["0.30", "mm", "lash", null],
    [".050", "in", "checkingLift", null],
    ["0", "mm", "growth", null],
    ["-0.05", "mm", "growth", null],
    // With its own unit nothing is asked, and no figure is no doubt.
    ["0.004 mm", "in", "lash", null],
    ["4 thou", "mm", "lash", null],
    ["", "mm", "lash", null],
    [".", "mm", "lash", null],
  ] as const)("asks about %s %s as a %s: %j", (text, unit, kind, doubt) => {
    expect(unitDoubt(text, unit, USUAL[kind])).toEqual(doubt);
  });

  it("never takes a bare figure that is usual in the other unit alone", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(USUAL)),
        fc.constantFrom("mm" as const, "in" as const),
        fc.double({ min: 0.001, max: 900, noNaN: true }),
        (usual, unit, figure) => {
          const text = String(Number(figure.toPrecision(3)));
          if (text.includes("e")) return;
          const fits = (u: "mm" | "in"): boolean => {
            const mm = parseLength(text, u)?.mm ?? 0;
            return mm >= usual.leastMm && mm <= usual.mostMm;
          };
          const other = unit === "mm" ? "in" : "mm";
          expect(isBare(taken(text, unit, usual))).toBe(!fits(unit) && fits(other));
        },
      ),
    );
  });

  it("keeps ranges narrow enough to tell the units apart", () => {
    for (const { leastMm, mostMm } of Object.values(USUAL)) expect(mostMm / leastMm).toBeLessThanOrEqual(25.4);
  });

  it("puts the unit behind figures and takes it off again", () => {
    expect(withUnit(".004", "in")).toBe(".004 in");
    expect(withUnit("7 1/2", "in")).toBe("7 1/2 in");
    for (const kept of ["12 thou", "0.30 mm", "", "abc", "-", '.5"']) expect(withUnit(kept, "in")).toBe(kept);
    expect(apart(".004 in")).toEqual({ figures: ".004", unit: "in" });
    expect(apart("0. mm")).toEqual({ figures: "0.", unit: "mm" });
    expect(apart("0.40  mm")).toEqual({ figures: "0.40 ", unit: "mm" });
    for (const whole of ["12 thou", "0.30mm", "mm", ".004"])
      expect(apart(whole)).toEqual({ figures: whole, unit: null });
    expect(unitProblem(" .004 ")).toBe(".004 mm or .004 in? Say which.");
    for (const fine of [".004 in", "", "abc"]) expect(unitProblem(fine)).toBeNull();
  });
});

describe("lengths in a list", () => {
  it.each([
    ["228.6, 229.4, 230.2 mm", ["228.6 mm", "229.4 mm", "230.2 mm"]],
    ["9.000; 9.050 in", ["9.000 in", "9.050 in"]],
    ["228.6 mm, 9.050 in", ["228.6 mm", "9.050 in"]],
    ["", []],
    ["228.6, 229.4", null],
    ["228.6 mm, 229.4", null],
  ] as const)("%s", (text, lengths) => {
    expect(listedLengths(text)).toEqual(lengths);
  });
});

describe("a thread as people say it", () => {
  it.each([
    ["3/8-24", { tpi: 24 }],
    ["7/16-20", { tpi: 20 }],
    ["7/16-20 UNF", { tpi: 20 }],
    ['3/8" x 24', { tpi: 24 }],
    ["#10-32", { tpi: 32 }],
    [".375-24", { tpi: 24 }],
    ["24 tpi", { tpi: 24 }],
    ["24TPI", { tpi: 24 }],
    ["20 threads per inch", { tpi: 20 }],
    ["24", { tpi: 24 }],
    ["M10x1.5", { pitch: "1.5 mm" }],
    ["m8 × 1,25", { pitch: "1.25 mm" }],
    ["M12 x 1", { pitch: "1 mm" }],
    ["M10-1.25", { pitch: "1.25 mm" }],
    ["1 mm", { pitch: "1 mm" }],
    ["1.25", { pitch: "1.25 mm" }],
    [".75", { pitch: "0.75 mm" }],
    ["0.042 in", { pitch: "0.042 in" }],
  ] as const)("%s", (text, thread) => {
    expect(parseThread(text)).toEqual(thread);
  });

  it.each(["M10", "3/8", "0.04", "5", "3/8-2", "500 tpi", "12 mm", "0.1 mm", "coarse", ""])(
    "%s is asked about",
    (text) => {
      expect(parseThread(text)).toMatchObject({ why: expect.stringContaining('Write it like "3/8-24"') as string });
    },
  );

  it("says what it amounts to in both systems", () => {
    expect(threadWords({ tpi: 24 })).toBe("24 threads per inch, 1.058 mm a turn");
    expect(threadWords({ pitch: "1 mm" })).toBe("1 mm a turn, 25.4 threads per inch");
    expect(threadWords({ pitch: "1.25 mm" })).toBe("1.25 mm a turn, 20.3 threads per inch");
    expect(threadWords(parseThread("M10"))).toMatch(/^M10 comes in several pitches/);
  });
});
