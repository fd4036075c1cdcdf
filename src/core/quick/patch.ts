/** The patch that a marker shows on a valve's tip, touched where it lies instead of measured. Lengths in mm, from the middle of the tip, away from the pivot positive. */
import { exactLength, parseLength } from "../units/length";
import type { TypedRocker, WIDTH_ROWS } from "./rocker";

/** Its two edges: towards the pivot, and away from it. */
export interface PatchEdges {
  readonly innerMm: number;
  readonly outerMm: number;
}

type Row = (typeof WIDTH_ROWS)[number];

/** To so much a finger is read: a hundredth, or half a thou. */
const STEP_MM = { mm: 0.01, in: 0.0127 } as const;
/** One press of an arrow key. */
export const KEY_STEP_MM = { mm: 0.05, in: 0.0254 } as const;
/** A patch is never narrower than a line of ink. */
const LEAST_MM = 0.1;

const mmOf = (text: string): number | null => parseLength(text)?.mm ?? null;

export const unitOfTip = (typed: TypedRocker): "mm" | "in" => (parseLength(typed.stem)?.unit === "in" ? "in" : "mm");

/** How wide the tip is; null until it is typed. */
export function stemOf(typed: TypedRocker): number | null {
  const mm = mmOf(typed.stem);
  return mm === null || mm <= 0 ? null : mm;
}

/** Whether a row's pushrod is the one that is fitted now: where its patch lies tells how far off the middle it is. */
const isFitted = (typed: TypedRocker, row: Row): boolean => {
  const [own, fitted] = [mmOf(typed[`length${row}`]), mmOf(typed.fitted)];
  return own !== null && fitted !== null && Math.abs(own - fitted) < 0.005;
};

/** The edges of a row as they are typed; a third of the tip in its middle while nothing is. */
export function edgesOf(typed: TypedRocker, row: Row, stemMm: number): PatchEdges {
  const width = mmOf(typed[`width${row}`]) ?? stemMm / 3;
  const middle = isFitted(typed, row) ? (mmOf(typed.offset) ?? 0) : 0;
  return { innerMm: middle - width / 2, outerMm: middle + width / 2 };
}

/** The edge nearer to where it was touched moves there: on the tip, and never over the other. */
export function moved(edges: PatchEdges, edge: keyof PatchEdges, toMm: number, stemMm: number): PatchEdges {
  const half = stemMm / 2;
  const [least, most] = edge === "innerMm" ? [-half, edges.outerMm - LEAST_MM] : [edges.innerMm + LEAST_MM, half];
  return { ...edges, [edge]: Math.min(most, Math.max(least, toMm)) };
}

export const nearerEdge = ({ innerMm, outerMm }: PatchEdges, atMm: number): keyof PatchEdges =>
  Math.abs(atMm - innerMm) <= Math.abs(atMm - outerMm) ? "innerMm" : "outerMm";

/** What the edges come to, as it would be typed: the width, and with the fitted pushrod how far off the middle. */
export function typedBy(typed: TypedRocker, row: Row, { innerMm, outerMm }: PatchEdges): Partial<TypedRocker> {
  const unit = unitOfTip(typed);
  const rounded = (mm: number): string => {
    const step = STEP_MM[unit];
    return exactLength(Math.round(mm / step) * step, unit);
  };
  return {
    [`width${row}`]: rounded(outerMm - innerMm),
    ...(isFitted(typed, row) ? { offset: rounded((innerMm + outerMm) / 2) } : {}),
  };
}
