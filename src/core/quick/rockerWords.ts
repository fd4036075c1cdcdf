/** A rocker's geometry in a line, as it stands on an engine's page, in its book and on a sheet. Pure. */
import { MM_PER_INCH, exactLength, showLength } from "../units/length";
import type { RockerAnswer } from "./rocker";

/** Of a thousandth of an inch, what is no more than rounding. */
const ROUNDING = 1e-6;

/** A pushrod as it is ordered: inches in thousandths where it is whole ones of them. */
export function pushrodWords(mm: number, unit: "mm" | "in"): string {
  const thousandths = (mm / MM_PER_INCH) * 1000;
  const whole = unit === "in" && Math.abs(thousandths - Math.round(thousandths)) < ROUNDING;
  return whole ? showLength(mm, unit) : exactLength(mm, unit);
}

/** Stands this near to the best are left as they are. */
export const LEAVE_MM = 0.005;

/** "pushrod 208 mm: sweep 0.64 mm; with 200 mm it was 2.06 mm". */
export function rockerWords({ stud, sweep, leastMm, raiseMm, unit }: RockerAnswer): string {
  const wiped = (mm: number): string => `sweep ${showLength(mm, unit)}`;
  if (stud === null) {
    const raise = raiseMm ?? 0;
    return Math.abs(raise) < LEAVE_MM
      ? `stands as they are: ${wiped(sweep.sweepMm)}`
      : `stands ${raise > 0 ? "raised" : "lowered"} by ${showLength(Math.abs(raise), unit)}: ${wiped(leastMm)}; before, ${showLength(sweep.sweepMm, unit)}`;
  }
  const { order, rocker } = stud;
  if (order?.sweepMm == null) return "no pushrod that is sold around the ideal is in reach";
  const fitted = pushrodWords(rocker.fittedMm, unit);
  return order.lengthMm === rocker.fittedMm
    ? `pushrod ${fitted}, as it is: ${wiped(order.sweepMm)}`
    : `pushrod ${pushrodWords(order.lengthMm, unit)}: ${wiped(order.sweepMm)}; with ${fitted} it was ${showLength(sweep.sweepMm, unit)}`;
}
