/**
 * Followers that are set to a height over a datum: a gauge block of known height stands beside them, and the gap under
 * its arm is read. What is given is the height; what is read is the gap that it leaves: block − height. Lengths in mm.
 */
import type { LashFigures } from "./engineFile";
import { toMm } from "../units/length";

export interface HeightBlock {
  readonly mm: number;
  /** As it was written down, with its unit. */
  readonly text: string;
}

/** The block over which figures are heights; null where they are a lash. */
export function blockOf(figures: LashFigures | undefined): HeightBlock | null {
  if (figures?.block === undefined) return null;
  const { block } = figures;
  return { mm: toMm(block), text: typeof block === "number" ? `${block} mm` : block };
}

/** The gap under a block is read with leaves: it is no smaller and no larger than that (assumed). */
export const GAP_UNDER_MM = { least: 0.05, most: 5 } as const;

/** Why a height can't be read under a block, or null. */
export function heightProblem(heightMm: number, blockMm: number): string | null {
  const gap = blockMm - heightMm;
  const words = `${GAP_UNDER_MM.least} to ${GAP_UNDER_MM.most} mm`;
  if (gap < GAP_UNDER_MM.least - 1e-9)
    return `Under this block no leaf would go in: it is to stand ${words} above the height. Put one of the two right.`;
  return gap > GAP_UNDER_MM.most + 1e-9
    ? `The gap under this block would be ${gap.toFixed(2)} mm: it is to stand ${words} above the height. Put one of the two right.`
    : null;
}
