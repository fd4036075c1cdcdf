/**
 * Two parts a valve: the opener gap is read with the valve shut, the loaded gap with the closing rocker
 * pressed; what lies between is the closer gap. Thicker parts make their gaps smaller.
 *
 * People find that the loaded gap overstates the closer gap and overshoot: the first step goes 80 per cent
 * of the way when the closer gap is over 0.10 mm, and tries teach what this engine and this hand overstate.
 */
import { median } from "../units/median";

export interface PositiveClosingInput {
  readonly opener: { readonly fittedMm: number; readonly gapMm: number; readonly aimMm: number };
  readonly closer: { readonly fittedMm: number; readonly loadedGapMm: number; readonly aimMm: number };
  /** What the loaded gap overstates by, as learned; 0 while nothing is known. */
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
export function positiveClosing({ opener, closer, biasMm = 0 }: PositiveClosingInput): PositiveClosing | PositiveClosingProblem {
  if (opener.gapMm <= 0) return { field: "opener.gap", why: "With no opener gap the loaded gap means nothing: fit a thinner opener first, then read both again." };
  const closerGapMm = closer.loadedGapMm - opener.gapMm;
  if (closerGapMm < -EPS_MM) return { field: "closer.loadedGap", why: "The loaded gap can't be below the opener gap: press the closing rocker home and read both again." };
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

/** How a closer felt once it was fitted and the cam turned. */
export const FELT = ["drag", "hint", "free", "movement"] as const;
export type Felt = (typeof FELT)[number];
export const FELT_NAMES: Record<Felt, string> = { drag: "drags all round", hint: "a hint of drag", free: "free, no movement", movement: "movement heard or felt" };

export interface Try {
  /** The closer that was fitted. */
  readonly closerMm: number;
  readonly felt: Felt;
}

/** What a feeling says of the true closer gap with that part in (assumed: a hint is nothing, a drag or a movement a few hundredths). */
const FELT_GAP_MM: Record<Felt, number> = { drag: -0.03, hint: 0, free: 0.01, movement: 0.05 };

/** One pair as it was read, and the tries on it. */
export interface TriedPair {
  readonly fittedMm: number;
  readonly closerGapMm: number;
  readonly tries: readonly Try[];
}

/** What the loaded gap overstates by, from tries that came close: their median; null until two pairs tell it. */
export function learnedBiasMm(pairs: readonly TriedPair[]): number | null {
  const told = pairs.flatMap(({ fittedMm, closerGapMm, tries }) => {
    const close = tries.filter((t) => t.felt === "hint" || t.felt === "free").at(-1);
    return close === undefined ? [] : [closerGapMm - (close.closerMm - fittedMm + FELT_GAP_MM[close.felt])];
  });
  return told.length < 2 ? null : median(told);
}

/** The next closer to try from what the last one felt like, towards the aim. */
export const nextCloserMm = ({ closerMm, felt }: Try, aimMm: number): number => closerMm + FELT_GAP_MM[felt] - aimMm;
