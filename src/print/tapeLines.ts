/**
 * The tape as lines and words in mm, one sheet at a time: the same for SVG and PDF, so that both
 * are true to the same scale. Along grows to the right, the strip's edge that lies on the pulley is below.
 */
import type { TapeMark, TapePiece } from "@/core/stops/tape";

export const STRIP_HEIGHT_MM = 20;
/** Everybody can check a printed sheet against a rule. */
export const CHECK_MM = 100;
/** Room under the strip for the check rule. */
export const PIECE_HEIGHT_MM = STRIP_HEIGHT_MM + 16;

export interface Line {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly widthMm: number;
  readonly dashed?: boolean;
}
export interface Word {
  readonly x: number;
  /** Of the baseline. */
  readonly y: number;
  readonly sizeMm: number;
  readonly text: string;
  readonly bold?: boolean;
  readonly anchor: "start" | "middle" | "end";
}
export interface PieceDrawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly lines: readonly Line[];
  readonly words: readonly Word[];
}

/** Draws one piece; `overlapMm` is what the next piece covers of this one. */
export function drawPiece(piece: TapePiece, isLast: boolean, overlapMm: number): PieceDrawing {
  const widthMm = piece.toMm - piece.fromMm;
  const at = (mark: TapeMark): number => mark.alongMm - piece.fromMm;
  const edge = (y: number): Line => ({ x1: 0, y1: y, x2: widthMm, y2: y, widthMm: 0.25 });
  const cut = (x: number, dashed: boolean): Line => ({
    x1: x,
    y1: 0,
    x2: x,
    y2: STRIP_HEIGHT_MM,
    widthMm: 0.25,
    dashed,
  });
  const ruleY = STRIP_HEIGHT_MM + 7;
  return {
    // A short last piece still carries the whole rule.
    widthMm: Math.max(widthMm, CHECK_MM + 32),
    heightMm: PIECE_HEIGHT_MM,
    lines: [
      edge(0),
      edge(STRIP_HEIGHT_MM),
      cut(0, false),
      cut(widthMm, false),
      ...(isLast ? [] : [cut(widthMm - overlapMm, true)]),
      ...piece.marks.map((m): Line => ({ x1: at(m), y1: 6, x2: at(m), y2: STRIP_HEIGHT_MM, widthMm: 0.5 })),
      { x1: 0, y1: ruleY, x2: CHECK_MM, y2: ruleY, widthMm: 0.3 },
      ...Array.from({ length: CHECK_MM / 10 + 1 }, (_, i): Line => ({
        x1: i * 10,
        y1: ruleY - (i % 5 === 0 ? 3 : 1.5),
        x2: i * 10,
        y2: ruleY,
        widthMm: 0.3,
      })),
    ],
    words: [
      ...piece.marks.flatMap((m): Word[] => {
        const right = at(m) > widthMm - 14;
        const [x, anchor] = right ? [at(m) - 1.2, "end" as const] : [at(m) + 1.2, "start" as const];
        return [
          { x, anchor, y: 12, sizeMm: 6, bold: true, text: m.stopLabels.join(" ") },
          { x, anchor, y: 17, sizeMm: 3.2, text: `${Math.round(m.markDeg * 10) / 10}°` },
        ];
      }),
      ...(isLast
        ? []
        : [{ x: widthMm - overlapMm / 2, anchor: "middle" as const, y: 4.5, sizeMm: 2.8, text: "glue" }]),
      { x: CHECK_MM + 2, anchor: "start", y: ruleY, sizeMm: 3.4, text: `${CHECK_MM} mm: measure it` },
    ],
  };
}
