/**
 * Two parts a valve: the opener gap is read with the valve shut, the loaded gap with the closing rocker
 * pressed; what lies between is the closer gap. Thicker parts make their gaps smaller.
 *
 * People find that the loaded gap overstates the closer gap and overshoot: the first step goes 80 per cent
 * of the way when the closer gap is over 0.10 mm. What a hand is known to overstate by is taken off.
 */
export interface PositiveClosingInput {
  readonly opener: { readonly fittedMm: number; readonly gapMm: number; readonly aimMm: number };
  readonly closer: { readonly fittedMm: number; readonly loadedGapMm: number; readonly aimMm: number };
  /** What the loaded gap is known to overstate by; 0 while nothing is known. */
  readonly biasMm?: number;
}
export interface PositiveClosing {
  readonly closerGapMm: number;
  readonly openerNewMm: number;
  /** The whole formula. */
  readonly closerNewMm: number;
  /** What to fit first. */
  readonly firstStepMm: number;
}
export type PositiveClosingProblem = { readonly field: "opener.gap" | "closer.loadedGap"; readonly why: string };

/** A closer gap over this is gone at in a first step of 80 per cent (rule of the trade). */
export const FIRST_STEP_OVER_MM = 0.1;
const FIRST_STEP_SHARE = 0.8;
const EPS_MM = 1e-9;

/** The parts to fit, or why the readings mean nothing and what to do first. */
export function positiveClosing({
  opener,
  closer,
  biasMm = 0,
}: PositiveClosingInput): PositiveClosing | PositiveClosingProblem {
  if (opener.gapMm <= 0)
    return {
      field: "opener.gap",
      why: "With no opener gap the loaded gap means nothing: fit a thinner opener first, then read both again.",
    };
  const closerGapMm = closer.loadedGapMm - opener.gapMm;
  if (closerGapMm < -EPS_MM)
    return {
      field: "closer.loadedGap",
      why: "The loaded gap can't be below the opener gap: press the closing rocker home and read both again.",
    };
  const away = Math.max(0, closerGapMm) - biasMm - closer.aimMm;
  const share = closerGapMm > FIRST_STEP_OVER_MM + EPS_MM ? FIRST_STEP_SHARE : 1;
  return {
    closerGapMm: Math.max(0, closerGapMm),
    openerNewMm: opener.fittedMm + opener.gapMm - opener.aimMm,
    closerNewMm: closer.fittedMm + away,
    firstStepMm: closer.fittedMm + away * share,
  };
}
export const isSolved = (p: PositiveClosing | PositiveClosingProblem): p is PositiveClosing => "closerGapMm" in p;
