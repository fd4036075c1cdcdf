/**
 * A side valve without a screw: lash is opened by grinding the stem's end. It can't be put back, so it is gone
 * at in steps, each read before the next.
 */

/** More than this is not taken off at once (rule of the trade). */
export const MOST_AT_ONCE_MM = 0.1;
/** What is left is taken in one go when it is no more than this; else the step stops short (assumed). */
const LAST_MM = 0.03;
/** A step goes this far of the way (as the first step of a closer does; assumed here). */
const STEP_SHARE = 0.8;

export type GrindStep =
  | { readonly kind: "grind"; readonly offMm: number; readonly wantedMm: number; readonly last: boolean }
  /** Wider than it should be: nothing that is ground brings it back. */
  | { readonly kind: "too-wide"; readonly byMm: number };

/** How much to take off now. @throws RangeError unless both are finite */
export function grindStep(lashMm: number, aimMm: number): GrindStep {
  if (!Number.isFinite(lashMm) || !Number.isFinite(aimMm))
    throw new RangeError(`grindStep: not finite: ${lashMm}, ${aimMm}`);
  const wantedMm = aimMm - lashMm;
  if (wantedMm <= 0) return { kind: "too-wide", byMm: -wantedMm };
  if (wantedMm <= LAST_MM) return { kind: "grind", offMm: wantedMm, wantedMm, last: true };
  return { kind: "grind", offMm: Math.min(wantedMm * STEP_SHARE, MOST_AT_ONCE_MM), wantedMm, last: false };
}
