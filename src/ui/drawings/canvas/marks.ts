/** The few things that move in the drawings, on a canvas: as the same things look in SVG. */
import type { Palette } from "./palette";

interface TextStyle {
  readonly size: number;
  readonly fill: string;
  readonly family?: keyof Palette["font"];
  readonly bold?: boolean;
  /** Centers on y instead of standing on it. */
  readonly centered?: boolean;
}

/** Text centered on x. */
export function drawText(
  ctx: CanvasRenderingContext2D,
  palette: Palette,
  text: string,
  x: number,
  y: number,
  { size, fill, family = "stamp", bold = false, centered = false }: TextStyle,
): void {
  const face = `${bold ? 600 : 500} ${size}px ${palette.font[family]}`;
  if (ctx.font !== face) ctx.font = face;
  ctx.textAlign = "center";
  ctx.fillStyle = fill;
  ctx.fillText(text, x, y + (centered ? 0.36 * size : 0));
}

interface DiscStyle {
  readonly fill: string;
  readonly stroke?: string;
  readonly width?: number;
  readonly dash?: readonly number[];
}

export function drawDisc(
  ctx: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  { fill, stroke, width = 1.5, dash }: DiscStyle,
): void {
  ctx.beginPath();
  ctx.arc(x, y, radius, 0, 2 * Math.PI);
  if (fill !== "transparent") {
    ctx.fillStyle = fill;
    ctx.fill();
  }
  if (stroke === undefined) return;
  ctx.strokeStyle = stroke;
  ctx.lineWidth = width;
  if (dash !== undefined) ctx.setLineDash([...dash]);
  ctx.stroke();
  if (dash !== undefined) ctx.setLineDash([]);
}

/** A path as SVG writes it. */
export function strokePath(ctx: CanvasRenderingContext2D, path: string, stroke: string, width: number): void {
  ctx.strokeStyle = stroke;
  ctx.lineWidth = width;
  ctx.stroke(new Path2D(path));
}
