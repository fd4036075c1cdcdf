/** What is told where a stem's end is ground. Pure. */
import type { ValveState } from "@/core/job/state/state";
import { type GrindStep, MOST_AT_ONCE_MM, grindStep } from "@/core/shims/grind";
import { roleUnit } from "@/core/job/words/specs";
import { type LengthUnit, showChange } from "@/core/units/length";
import type { Adjustment, RunContext, RunNow } from "../../model";
import { ROUND_UP_MM } from "../../words/adjustments";

const TOO_WIDE = {
  how: "Recut the seat or fit another valve, then read again.",
  done: { locked: "Seat or valve changed: read again", turned: null },
} as const;

/** The next step at the wheel; before anything was read, by how much the gap is to change. */
export function grindAdjustment(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  fromMm: number | null,
): Adjustment {
  // Nothing was found to read: wider than anything.
  if (fromMm === null) return { title: "Grinding can't close a gap.", ...TOO_WIDE, turns: null, aimMm: null };
  const step = grindStep(fromMm, valve.valve.spec.nominalMm);
  return {
    ...byGrinding(step, roleUnit(context.file, valve.valve.role)),
    turns: null,
    aimMm: step.kind === "grind" ? fromMm + step.offMm : null,
  };
}

/** The stem's end is ground, a step at a time: what is off can't be put back. Told in the unit of the spec. */
function byGrinding(step: GrindStep, unit: LengthUnit): Pick<Adjustment, "title" | "how" | "done"> {
  if (step.kind === "too-wide") {
    return {
      title: `It is ${showChange(step.byMm + ROUND_UP_MM, unit)} too wide: grinding can't close it.`,
      ...TOO_WIDE,
    };
  }
  const size = showChange(step.offMm, unit);
  const much =
    step.wantedMm > MOST_AT_ONCE_MM + 1e-9
      ? ` More than ${showChange(MOST_AT_ONCE_MM, unit)} is missing: look at the seat before so much of the stem goes.`
      : "";
  return {
    title: `Take ${size} off the stem's end${step.last ? "" : ", and read again"}.`,
    how: `${step.last ? "The last step." : `${showChange(step.wantedMm, unit)} is missing in all: go in steps.`} What is ground away can't be put back.${much} Square to the stem, the burr taken off, put back to read.`,
    done: { locked: `${size} ground off, put back`, turned: null },
  };
}
