/**
 * A tape for an unmarked pulley: where each stop lies along it.
 *
 * Lengths run along the tape from the TDC mark, against the running direction, so that what lies
 * further along comes up later. Stops one turn apart share a mark.
 */
import { MM_PER_INCH, parseLength } from "../units/length";
import { fold } from "../units/angle/arc";
import { tidyDeg } from "./plan";
import { stopLetter } from "./sign";

export interface TapeMark {
  /** The mark's own letter, in the order along the tape. */
  readonly label: string;
  readonly markDeg: number;
  readonly alongMm: number;
  /** Crank angles of the stops that this mark serves. */
  readonly stopsDeg: readonly number[];
  /** Letters of those stops, in the order in which they were given. */
  readonly stopLabels: readonly string[];
  readonly inches: Inches;
}

/** A length to the nearest 1/32 inch, and what that rounding turns the crank by. */
export interface Inches {
  readonly text: string;
  readonly errorDeg: number;
}

/** How a pulley is measured: round it, or across it. */
export type PulleyMeasure = "circumference" | "diameter";

/** Pulleys are no smaller and no larger round than this, mm (assumed: from a small engine's to a ship's flywheel). */
const PULLEY_MM = { least: 30, most: 5000 } as const;

/** The way round a pulley in mm, from what was measured and typed; the reason when it is no length, or no pulley's. */
export function pulleyRound(
  text: string,
  measure: PulleyMeasure,
): { readonly mm: number } | { readonly why: "no-length" | "no-pulley"; readonly words: string } {
  const length = parseLength(text);
  if (length === null) return { why: "no-length", words: "Write it like 480 mm, or 18 7/8 in." };
  const mm = length.mm * (measure === "diameter" ? Math.PI : 1);
  if (mm < PULLEY_MM.least || mm > PULLEY_MM.most)
    return {
      why: "no-pulley",
      words: `${length.text} can't be right: a pulley is ${PULLEY_MM.least} to ${PULLEY_MM.most} mm round.`,
    };
  return { mm };
}

/** Marks nearer than this are one: no pen is finer. */
const SAME_DEG = 0.01;

/** @throws RangeError unless the circumference is positive */
export function tapeMarks(circumferenceMm: number, stopsDeg: readonly number[]): TapeMark[] {
  if (!(circumferenceMm > 0) || !Number.isFinite(circumferenceMm))
    throw new RangeError(`tapeMarks: circumference must be positive: ${circumferenceMm}`);
  const marks: { markDeg: number; stopsDeg: number[]; stopLabels: string[] }[] = [];
  stopsDeg.forEach((deg, i) => {
    const markDeg = tidyDeg(fold(deg, 360)) % 360;
    const same = marks.find(
      (m) => Math.min(fold(m.markDeg - markDeg, 360), fold(markDeg - m.markDeg, 360)) < SAME_DEG,
    );
    if (same === undefined) marks.push({ markDeg, stopsDeg: [deg], stopLabels: [stopLetter(i)] });
    else {
      same.stopsDeg.push(deg);
      same.stopLabels.push(stopLetter(i));
    }
  });
  marks.sort((a, b) => a.markDeg - b.markDeg);
  return marks.map((m, i) => {
    const alongMm = (circumferenceMm * m.markDeg) / 360;
    return {
      label: stopLetter(i),
      ...m,
      alongMm: tidyDeg(alongMm),
      inches: inThirtySeconds(alongMm, circumferenceMm),
    };
  });
}

function inThirtySeconds(alongMm: number, circumferenceMm: number): Inches {
  const parts = Math.round((alongMm / MM_PER_INCH) * 32);
  const errorMm = (parts / 32) * MM_PER_INCH - alongMm;
  return { text: inchText(parts), errorDeg: tidyDeg((errorMm / circumferenceMm) * 360) };
}

/** "6 5/16 in" from thirty-seconds. */
function inchText(parts: number): string {
  let [over, under] = [parts % 32, 32];
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  const whole = Math.floor(parts / 32);
  const fraction = over === 0 ? null : `${over}/${under}`;
  return `${[whole > 0 || fraction === null ? String(whole) : null, fraction].filter((p) => p !== null).join(" ")} in`;
}

/** One page's piece of a strip. */
export interface TapePiece {
  readonly fromMm: number;
  readonly toMm: number;
  readonly marks: readonly TapeMark[];
}

/** Cuts the strip into pieces no longer than `pieceMm`, each repeating `overlapMm` of the one before to be glued on. */
export function tapePieces(
  circumferenceMm: number,
  marks: readonly TapeMark[],
  pieceMm: number,
  overlapMm = 10,
): TapePiece[] {
  if (!(pieceMm > overlapMm))
    throw new RangeError(`tapePieces: a piece of ${pieceMm} mm can't overlap by ${overlapMm} mm`);
  const pieces: TapePiece[] = [];
  for (let fromMm = 0; ; fromMm += pieceMm - overlapMm) {
    const toMm = Math.min(circumferenceMm, fromMm + pieceMm);
    // The TDC mark comes up again at the strip's end: there the ends must meet.
    const again = marks.filter((m) => m.markDeg === 0).map((m) => ({ ...m, alongMm: circumferenceMm }));
    pieces.push({
      fromMm,
      toMm,
      marks: [...marks, ...again].filter((m) => m.alongMm >= fromMm - 1e-9 && m.alongMm <= toMm + 1e-9),
    });
    if (toMm >= circumferenceMm) return pieces;
  }
}
