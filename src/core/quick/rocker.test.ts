import { describe, expect, it } from "vitest";
import { sweepOf } from "../geometry/sweep";
import { NOTHING_TYPED, type TypedRocker, edgeLeftMm, quickRocker } from "./rocker";

const NOTHING: TypedRocker = NOTHING_TYPED;
const STUD = {
  ...NOTHING,
  lift: "14 mm",
  radius: "8 mm",
  arm: "42 mm",
  ratio: "1.5",
  fitted: "200 mm",
  pivot: "-5 mm",
};
const WIDTHS = {
  ...STUD,
  pivot: "",
  length1: "200 mm",
  width1: "2.06 mm",
  length2: "204 mm",
  width2: "1.36 mm",
  length3: "208 mm",
  width3: "0.81 mm",
};

describe("the quick answer on a rocker", () => {
  it("waits without a word while something is not typed, and says what is wrong where it is", () => {
    expect(quickRocker(NOTHING)).toEqual({ answer: null, problems: {} });
    expect(quickRocker({ ...STUD, ratio: "" })).toEqual({ answer: null, problems: {} });
    expect(quickRocker({ ...STUD, ratio: "9" }).problems.ratio).toMatch(/between/);
    expect(quickRocker({ ...STUD, lift: "none" }).problems.lift).toMatch(/no length/);
    expect(quickRocker({ ...STUD, arm: "12 mm" }).problems.arm).toMatch(/does not reach/);
  });
  it("tells the pushrod to order in the steps in which it is sold", () => {
    const { answer } = quickRocker(STUD);
    expect(answer?.stud).toMatchObject({ idealMm: 210, order: { lengthMm: 210 } });
    expect(quickRocker({ ...STUD, step: "0.050 in" }).answer?.stud?.order?.lengthMm).toBeCloseTo(209.55, 9);
    expect(answer?.sweep.sweepMm).toBeCloseTo(2.0625, 3);
  });
  it("tells it in what the pushrod was typed in, whatever the shop types in", () => {
    expect(quickRocker(STUD).answer?.unit).toBe("mm");
    expect(quickRocker({ ...STUD, fitted: "7.87 in", step: "0.050 in" }).answer?.unit).toBe("in");
    const shaft = { ...STUD, mount: "shaft", fitted: "", lift: ".55 in" };
    expect(quickRocker(shaft).answer?.unit).toBe("in");
  });
  it("takes three widths in place of the pivot, and asks for three", () => {
    const { answer, problems } = quickRocker(WIDTHS);
    expect(problems).toEqual({});
    expect(answer?.fit?.pivotAboveMm).toBeCloseTo(-5, 1);
    expect(quickRocker({ ...WIDTHS, arm: "" }).answer?.fit?.armMm).toBeGreaterThan(20);
    expect(quickRocker({ ...WIDTHS, length3: "", width3: "" }).problems.width3).toMatch(/Three widths/);
    // The same pushrod twice is one.
    expect(quickRocker({ ...WIDTHS, length3: "204 mm" }).problems.width3).toMatch(/Three widths/);
    expect(quickRocker({ ...WIDTHS, pivot: "1 mm" }).problems.pivot).toMatch(/widths tell it/);
    expect(quickRocker({ ...WIDTHS, arm: "6 mm" }).problems.arm).toMatch(/reaches/);
  });
  it("raises the stands of a shaft", () => {
    const shaft = { ...STUD, mount: "shaft", ratio: "", fitted: "" };
    expect(quickRocker(shaft).answer).toMatchObject({ raiseMm: 6, stud: null });
    expect(quickRocker({ ...shaft, arm: "" })).toEqual({ answer: null, problems: {} });
  });
  it("says how much of the tip is left beside the patch", () => {
    const { answer } = quickRocker({ ...STUD, stem: "8 mm", offset: "0.5 mm" });
    if (answer === null) throw new Error("no answer");
    expect(edgeLeftMm(answer, answer.sweep, answer.sweep)).toBeCloseTo(4 - 0.5 - 2.0625 / 2, 3);
    const best = sweepOf(answer.arm, 1);
    if (best === null) throw new Error("out of reach");
    // With the best pushrod the patch is narrower, and its middle lies further out.
    expect(edgeLeftMm(answer, answer.sweep, best)).toBeCloseTo(4 - (0.5 + (2.0625 - 0.5874) / 2) - 0.5874 / 2, 3);
    expect(edgeLeftMm({ stemMm: null, offsetMm: 0 }, answer.sweep, best)).toBeNull();
  });
});
