import { describe, expect, it } from "vitest";
import type { Lobe, ValveRole } from "./engineFile";
import { lobeShape, rampOf } from "./lobes";
import { resolveEngine } from "./resolve";
import { engineFile } from "./testEngines";

describe("rampOf", () => {
  // Checking lifts and ramps as the trade tabulates them; both ends of each row.
  it.each<[string | number, number]>([
    [0, 15],
    ["0.1 mm", 15],
    ["0.11 mm", 20],
    [".006 in", 20],
    [0.3, 20],
    [0.31, 35],
    ["1 mm", 35],
    [1.1, 35],
    [".050 in", 45],
  ])("checking lift %s gives %d, and says that it is assumed", (atLift, rampDeg) => {
    const ramp = rampOf({ atLift }, 4);
    expect(ramp.rampDeg).toBe(rampDeg);
    expect(ramp.assumption).toContain(`${rampDeg} degrees`);
  });
  it("takes a stated ramp at its word", () => {
    expect(rampOf({ rampDeg: 0, atLift: 1.27 }, 4)).toEqual({ rampDeg: 0, assumption: null });
  });
  it("assumes 20 without lift or ramp, and wide ramps for an unknown cam", () => {
    expect(rampOf({}, 4).rampDeg).toBe(20);
    expect(rampOf(undefined, 4).rampDeg).toBe(30);
    expect(rampOf(undefined, 2).rampDeg).toBe(20);
  });
});

const lobeArc = (lobe: Lobe, role: ValveRole, cycle: number): { startDeg: number; spanDeg: number } => {
  const { opensDeg, closesDeg } = lobeShape(lobe, role, { rampDeg: 0 }, cycle === 360 ? 2 : 4);
  return { startDeg: ((opensDeg % cycle) + cycle) % cycle, spanDeg: closesDeg - opensDeg };
};

describe("lobeShape", () => {
  it.each<[string, Lobe, ValveRole, number, number, number]>([
    ["intake events", { opensDegBtdc: 12, closesDegAbdc: 48 }, "intake", 720, 348, 240],
    ["exhaust events", { opensDegBbdc: 50, closesDegAtdc: 10 }, "exhaust", 720, 130, 240],
    ["an intake that opens after top centre", { opensDegBtdc: -5, closesDegAbdc: 40 }, "intake", 720, 365, 215],
    ["two-stroke exhaust", { opensDegBbdc: 95, closesDegAbdc: 70 }, "exhaust", 360, 85, 165],
    ["intake by centerline", { durationDeg: 264, centerlineDeg: 108 }, "intake", 720, 336, 264],
    ["exhaust by centerline", { durationDeg: 270, centerlineDeg: 112 }, "exhaust", 720, 113, 270],
    ["own TDC", { opensDeg: 348, closesDeg: 588 }, "intake", 720, 348, 240],
    ["own TDC across firing", { opensDeg: 660, closesDeg: 60 }, "injector", 720, 660, 120],
    ["own TDC past the cycle", { opensDeg: 660, closesDeg: 780 }, "injector", 720, 660, 120],
  ])("%s", (_name, lobe, role, cycle, startDeg, spanDeg) => {
    expect(lobeArc(lobe, role, cycle)).toEqual({ startDeg, spanDeg });
  });
  it("lobe separation and centerlines agree: 2 S - L", () => {
    const separationDeg = 110;
    const intake: Lobe = { durationDeg: 250, centerlineDeg: 106 };
    const exhaust: Lobe = { durationDeg: 250, centerlineDeg: 2 * separationDeg - 106 };
    const mid = (a: { startDeg: number; spanDeg: number }): number => a.startDeg + a.spanDeg / 2;
    // Cam degrees between lobe centers are half the crank degrees between them.
    expect((mid(lobeArc(intake, "intake", 720)) - mid(lobeArc(exhaust, "exhaust", 720))) / 2).toBe(separationDeg);
  });
  it("ramps widen both sides, full lift stands in the middle", () => {
    expect(lobeShape({ opensDegBtdc: 12, closesDegAbdc: 48 }, "intake", { rampDeg: 20 }, 4)).toEqual({
      opensDeg: 348,
      fullLiftDeg: 468,
      closesDeg: 588,
      workingFromDeg: 328,
      workingToDeg: 608,
      bumps: [],
    });
  });
  it("ramps that meet leave no base circle and no more than a cycle", () => {
    const { workingFromDeg, workingToDeg } = lobeShape(
      { opensDeg: 100, closesDeg: 700 },
      "intake",
      { rampDeg: 100 },
      4,
    );
    expect(workingToDeg - workingFromDeg).toBe(720);
  });
});

describe("companions", () => {
  it("are half a cycle apart within a degree, the nearest first, and may be missing", () => {
    const of = (anglesDeg: number[]): (string | null)[] =>
      resolveEngine(
        engineFile(
          anglesDeg.map((_, i) => String(i + 1)),
          { firingAnglesDeg: anglesDeg },
        ),
      ).cylinders.map((c) => c.companion);
    expect(of([0, 180, 360, 540])).toEqual(["3", "4", "1", "2"]);
    expect(of([0, 285])).toEqual([null, null]);
    expect(of([0, 359, 360.5])).toEqual(["3", "1", "1"]);
  });
});
