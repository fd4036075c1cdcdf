import { describe, expect, it } from "vitest";
import { OPERATIONS } from "./operations";
import type { CalcProblem } from "./problem";

const STUD = {
  arm: "42 mm",
  tipRadius: "8 mm",
  lift: "14 mm",
  pivotAbove: "-5 mm",
  mount: "stud",
  ratio: 1.5,
  fitted: "200 mm",
  lengths: ["200 mm", "204 mm", "208 mm"],
};
const { pivotAbove: _, ...UNKNOWN } = STUD;
const run = (input: unknown) => OPERATIONS["geometry"]?.(input);
const wrongAt = (input: unknown): string => {
  try {
    run(input);
  } catch (error) {
    return (error as CalcProblem).path;
  }
  return "nothing";
};

describe("geometry", () => {
  it("tells sweep, angles and the pushrod of a rocker on a stud", () => {
    expect(run(STUD)).toMatchObject({
      sweepMm: 2.062549,
      startMm: -2.062549,
      halfMm: -0.430781,
      fullMm: -0.011906,
      anglesDeg: [18.030535, 8.213211, -1.364314],
      best: { pivotAboveMm: 1, sweepMm: 0.587442 },
      recommendMm: 208,
      idealMm: 210,
    });
  });
  it("tells by how much the stands of a shaft are raised, and nothing of pushrods", () => {
    const { ratio: _r, fitted: _f, lengths: _l, ...shaft } = { ...STUD, mount: "shaft" };
    expect(run(shaft)).toMatchObject({ raiseMm: 6 });
    expect(run(shaft)).not.toHaveProperty("idealMm");
  });
  it("finds pivot and arm from measured widths", () => {
    const measured = [
      { length: "200 mm", sweep: "2.06 mm" },
      { length: "204 mm", sweep: "1.36 mm" },
      { length: "208 mm", sweep: "0.81 mm" },
    ];
    expect(run({ ...UNKNOWN, measured })).toMatchObject({
      fit: { armMm: 42, pivotAboveMm: expect.closeTo(-5, 1) as number },
      idealMm: expect.closeTo(210, 0) as number,
    });
    const { arm: _a, ...noArm } = UNKNOWN;
    expect(run({ ...noArm, measured })).toHaveProperty("fit.rmsMm");
  });
  it("says where it can't be told", () => {
    const { arm: _a, ...noArm } = STUD;
    const { ratio: _r, ...noRatio } = STUD;
    const { fitted: _f, ...noFitted } = STUD;
    const widths = (lengths: string[]) => lengths.map((length) => ({ length, sweep: "1 mm" }));
    expect(wrongAt({ ...STUD, arm: "12 mm" })).toBe("arm");
    expect(wrongAt(noArm)).toBe("arm");
    expect(wrongAt(UNKNOWN)).toBe("pivotAbove");
    expect(wrongAt(noRatio)).toBe("ratio");
    expect(wrongAt(noFitted)).toBe("fitted");
    expect(wrongAt({ ...STUD, measured: widths(["1 in", "2 in", "3 in"]) })).toBe("pivotAbove");
    expect(wrongAt({ ...UNKNOWN, mount: "shaft", measured: widths(["1 in", "2 in", "3 in"]) })).toBe("measured");
    expect(wrongAt({ ...UNKNOWN, measured: widths(["8 in", "8 in", "9 in"]) })).toBe("measured");
    expect(wrongAt({ ...UNKNOWN, measured: widths(["8 in", "9 in"]) })).toBe("measured");
    expect(wrongAt({ ...UNKNOWN, measured: widths(["1 in", "8 in", "16 in"]) })).toBe("arm");
  });
});
