/** The tape as one SVG at true scale, its pieces one under the other. */
import type { TapePiece } from "@/core/stops/tape";
import { type PieceDrawing, PIECE_HEIGHT_MM, drawPiece } from "./tapeLines";

const escape = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll('"', "&quot;");
const GAP_MM = 6;
const EDGE_MM = 4;

/** Widths and heights in mm: a printer at 100 per cent gives the true length. */
export function tapeSvg(title: string, pieces: readonly TapePiece[], overlapMm: number): string {
  const drawn = pieces.map((p, i) => drawPiece(p, i === pieces.length - 1, overlapMm));
  const width = Math.max(...drawn.map((d) => d.widthMm)) + 2 * EDGE_MM;
  const height = drawn.length * (PIECE_HEIGHT_MM + GAP_MM) + 2 * EDGE_MM;
  const body = drawn
    .map(
      (d, i) => `<g transform="translate(${EDGE_MM} ${EDGE_MM + i * (PIECE_HEIGHT_MM + GAP_MM)})">${pieceSvg(d)}</g>`,
    )
    .join("");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="sans-serif"><title>${escape(title)}</title><rect width="100%" height="100%" fill="white"/>${body}</svg>`;
}

function pieceSvg({ lines, words }: PieceDrawing): string {
  const drawnLines = lines.map(
    (l) =>
      `<line x1="${l.x1}" y1="${l.y1}" x2="${l.x2}" y2="${l.y2}" stroke="black" stroke-width="${l.widthMm}"${l.dashed === true ? ' stroke-dasharray="1.5 1"' : ""}/>`,
  );
  const drawnWords = words.map(
    (w) =>
      `<text x="${w.x}" y="${w.y}" font-size="${w.sizeMm}" text-anchor="${w.anchor}"${w.bold === true ? ' font-weight="700"' : ""}>${escape(w.text)}</text>`,
  );
  return [...drawnLines, ...drawnWords].join("");
}
