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

/** What was stamped in a stand-in face is stamped again once the house's is there. */
export const faceIsThere = ({ font }: Palette): boolean => document.fonts.check(`600 16px ${font.stamp}`);

/** As many as a whole turn of a large engine shows; then it begins anew. */
const MOST_STAMPS = 3000;

/**
 * Draws a figure that comes again and again: once onto a small canvas of its own, and from there at every frame, on
 * whole pixels. `key` says all that it looks like; `half` is how far it reaches from its middle, in drawing units.
 */
export class Stamps {
  private readonly made = new Map<string, HTMLCanvasElement>();

  put(
    ctx: CanvasRenderingContext2D,
    { key, half, x, y }: { readonly key: string; readonly half: number; readonly x: number; readonly y: number },
    draw: (onto: CanvasRenderingContext2D) => void,
  ): void {
    const placed = ctx.getTransform();
    const scale = placed.a;
    const picture = this.made.get(`${scale}|${key}`) ?? this.make(`${scale}|${key}`, half, scale, draw);
    if (picture === null) return;
    const corner = (middle: number, offset: number): number =>
      Math.round(middle * scale + offset - picture.width / 2);
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.drawImage(picture, corner(x, placed.e), corner(y, placed.f));
    ctx.setTransform(placed);
  }

  private make(
    key: string,
    half: number,
    scale: number,
    draw: (onto: CanvasRenderingContext2D) => void,
  ): HTMLCanvasElement | null {
    const picture = document.createElement("canvas");
    picture.width = picture.height = 2 * Math.ceil(half * scale);
    const own = picture.getContext("2d");
    if (own === null) return null;
    own.setTransform(scale, 0, 0, scale, picture.width / 2, picture.height / 2);
    draw(own);
    if (this.made.size >= MOST_STAMPS) this.made.clear();
    this.made.set(key, picture);
    return picture;
  }
}
