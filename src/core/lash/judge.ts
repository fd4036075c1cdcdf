/** The judgement of a reading against a band. A value of exactly a limit is in. */
import { isZero, lashOf, type Reading } from "./reading";
import type { LashSpec } from "./spec";

export type Verdict = "in" | "tight" | "loose" | "undecided";

/** Under any leaf's tolerance, above the rounding of inches into millimetres. */
const EPS_MM = 1e-9;

/**
 * `in` when the lash can only lie inside the band, `tight` only below, `loose` only above, else
 * `undecided`. No leaf going at all is `tight` and urgent, whatever the smallest leaf is.
 * @throws RangeError when the reading contradicts itself.
 */
export function judge(reading: Reading, spec: Pick<LashSpec, "lowMm" | "highMm">): Verdict {
  if (isZero(reading) && spec.lowMm > 0) return "tight";
  const { lo, hi } = lashOf(reading);
  return judgeInterval(lo, hi, spec, "valueMm" in reading);
}

/**
 * The same for bare ends. With leaves the lash is under `hi`, so a no-go at the low limit is tight;
 * a value's interval is closed, so there it must be below the limit.
 */
export function judgeInterval(
  lo: number,
  hi: number,
  { lowMm, highMm }: Pick<LashSpec, "lowMm" | "highMm">,
  closed = false,
): Verdict {
  if (closed ? hi < lowMm - EPS_MM : hi <= lowMm + EPS_MM) return "tight";
  if (lo > highMm + EPS_MM) return "loose";
  return lo >= lowMm - EPS_MM && hi <= highMm + EPS_MM ? "in" : "undecided";
}

/** What wrong lash does, said where the judgement is shown. */
export const CONSEQUENCE: Record<"tight" | "loose", string> = {
  tight: "Tight lash holds the valve off its seat when hot: lost compression, then a burnt valve.",
  loose: "Loose lash is noisy, batters tips and lobes, and closes the valve harshly.",
};
