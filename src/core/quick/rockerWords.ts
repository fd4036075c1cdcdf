/** A rocker's geometry in a line, as it stands on an engine's page, in its book and on a sheet. Pure. */
import { exactLength, showLength } from "../units/length";
import type { RockerAnswer } from "./rocker";

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
  const fitted = exactLength(rocker.fittedMm, unit);
  return order.lengthMm === rocker.fittedMm
    ? `pushrod ${fitted}, as it is: ${wiped(order.sweepMm)}`
    : `pushrod ${exactLength(order.lengthMm, unit)}: ${wiped(order.sweepMm)}; with ${fitted} it was ${showLength(sweep.sweepMm, unit)}`;
}
