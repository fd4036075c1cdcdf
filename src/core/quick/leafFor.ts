/** Which leaves of a set make a gap between two surfaces. */
import { type Stack, stacksOf } from "../lash/leaf";
import { type TypedLength, readAtLeast } from "./typed";

export interface LeavesFor {
  /** Those that make the gap itself; null where no stack does. */
  readonly exact: Stack | null;
  /** The thickest that goes in, and the thinnest that does not: between them the gap lies. */
  readonly goes: Stack | null;
  readonly noGo: Stack | null;
}

/** A hundredth of the finest step of any set. */
const SAME_MM = 1e-4;

/** @throws RangeError unless the gap is positive */
export function leavesFor(gapMm: number, leavesMm: readonly number[]): LeavesFor {
  if (!(gapMm > 0)) throw new RangeError(`leavesFor: a gap is positive: ${gapMm}`);
  const stacks = stacksOf(leavesMm);
  const exact = stacks.find((s) => Math.abs(s.thicknessMm - gapMm) <= SAME_MM) ?? null;
  return {
    exact,
    goes: stacks.findLast((s) => s.thicknessMm < gapMm - SAME_MM) ?? null,
    noGo: stacks.find((s) => s.thicknessMm > gapMm + SAME_MM) ?? null,
  };
}

/** A gap as it is typed. */
export const readGap = (text: string): TypedLength =>
  readAtLeast(text, "0.37 mm or .015 in", SAME_MM, "A gap is more than nothing.");
