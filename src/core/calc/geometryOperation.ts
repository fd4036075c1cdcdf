/** Sweep, pivot and pushrod of a rocker. */
import type { z } from "zod";
import { type Fit, fitWidths } from "../geometry/fit";
import { type StudRocker, bestLength, idealLengthMm, raiseMm, tryLength } from "../geometry/pushrod";
import { bestPivotMm, leastSweepMm, sweepOf } from "../geometry/sweep";
import { toMm } from "../units/length";
import { geometryInput } from "./geometryInput";
import { CalcProblem, parseInput } from "./problem";
import { tidy } from "./tidy";

type Given = z.infer<typeof geometryInput>;

export function geometry(input: unknown): object {
  const given = parseInput(geometryInput, input);
  const fit = fitOf(given);
  const armMm = fit?.armMm ?? needed(given.arm, "arm", "Give the arm, or the widths that were measured.");
  const pivotAboveMm =
    fit?.pivotAboveMm ??
    needed(given.pivotAbove, "pivotAbove", "Give the pivot's height, or the widths that were measured.");
  const arm = { armMm, tipRadiusMm: toMm(given.tipRadius), liftMm: toMm(given.lift) };
  const sweep = sweepOf(arm, pivotAboveMm);
  const leastMm = leastSweepMm(arm);
  if (sweep === null || leastMm === null)
    throw new CalcProblem(
      "The arm does not reach the valve's tip at every lift: it is too short, or its pivot too far off.",
      "arm",
    );
  const { closed, half, full, widestMm, sweepMm } = sweep;
  return {
    sweepMm: tidy(sweepMm),
    startMm: tidy(closed.acrossMm - widestMm),
    halfMm: tidy(half.acrossMm - widestMm),
    fullMm: tidy(full.acrossMm - widestMm),
    anglesDeg: [closed, half, full].map((a) => tidy(a.angleDeg)),
    best: { pivotAboveMm: tidy(bestPivotMm(arm)), sweepMm: tidy(leastMm) },
    ...(given.mount === "shaft"
      ? { raiseMm: tidy(raiseMm({ ...arm, pivotAboveMm })) }
      : lengthsOf(
          { ...arm, pivotAboveMm, ratio: studFigure(given, "ratio"), fittedMm: studFigure(given, "fitted") },
          given,
        )),
    ...(fit === null
      ? {}
      : { fit: { armMm: tidy(fit.armMm), pivotAboveMm: tidy(fit.pivotAboveMm), rmsMm: tidy(fit.rmsMm) } }),
  };
}

function needed(value: Given["arm"], path: string, message: string): number {
  if (value === undefined) throw new CalcProblem(message, path);
  return toMm(value);
}

/** What only a rocker on a stud has. */
function studFigure(given: Given, path: "ratio" | "fitted"): number {
  const value = given[path];
  if (value === undefined)
    throw new CalcProblem(path === "ratio" ? "Give the rocker's ratio." : "Give the pushrod's length.", path);
  return path === "ratio" ? Number(value) : toMm(value);
}

function fitOf(given: Given): Fit | null {
  const { measured, pivotAbove, mount } = given;
  if (measured === undefined) return null;
  if (mount === "shaft")
    throw new CalcProblem(
      "On a shaft the pushrod changes nothing at the tip: widths at several tell nothing.",
      "measured",
    );
  if (pivotAbove !== undefined)
    throw new CalcProblem("Give the pivot's height, or the widths that were measured, not both.", "pivotAbove");
  const lengths = measured.map((m) => toMm(m.length));
  if (new Set(lengths).size < lengths.length) throw new CalcProblem("A length stands twice.", "measured");
  const fit = fitWidths({
    measured: measured.map((m) => ({ lengthMm: toMm(m.length), sweepMm: toMm(m.sweep) })),
    tipRadiusMm: toMm(given.tipRadius),
    liftMm: toMm(given.lift),
    ratio: studFigure(given, "ratio"),
    fittedMm: studFigure(given, "fitted"),
    armMm: given.arm === undefined ? null : toMm(given.arm),
  });
  if (fit === null) throw new CalcProblem("No arm reaches the valve's tip with all of these pushrods.", "arm");
  return fit;
}

function lengthsOf(rocker: StudRocker, { lengths = [] }: Given): object {
  const tried = lengths.map((length) => tryLength(rocker, toMm(length)));
  return {
    lengths: tried.map((t) => ({
      lengthMm: tidy(t.lengthMm),
      pivotAboveMm: tidy(t.pivotAboveMm),
      sweepMm: t.sweepMm === null ? null : tidy(t.sweepMm),
    })),
    recommendMm: orNull(bestLength(tried)?.lengthMm),
    idealMm: tidy(idealLengthMm(rocker)),
  };
}

const orNull = (value: number | undefined): number | null => (value === undefined ? null : tidy(value));
