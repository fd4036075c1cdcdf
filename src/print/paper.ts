/** Paper sizes and the units of print. */
import type { Paper } from "@/core/units/paper";

/** PDF points per mm: a point is 1/72 inch. */
export const PT_PER_MM = 72 / 25.4;

/** Sizes in mm, lying down. */
export const LANDSCAPE_MM: Readonly<Record<Paper, { readonly width: number; readonly height: number }>> = {
  a4: { width: 297, height: 210 },
  letter: { width: 279.4, height: 215.9 },
};

/** What printers leave white. */
export const MARGIN_MM = 12;
