/** Rockers, springs, valves and pushrods as they move; lobes over buckets. On a canvas. */
import type { Appearance } from "@/core/practice/engine/appearance";
import type { Draw } from "../drawings/canvas/MovingLayer";
import { drawDisc, drawText } from "../drawings/canvas/marks";
import type { Palette } from "../drawings/canvas/palette";
import { type BenchLayout, type Cell, ROW_HEIGHT, between } from "./geometry";

export interface Shown {
  readonly chosen: ReadonlySet<string>;
  readonly targets: ReadonlySet<string>;
  readonly kept: ReadonlySet<string>;
  /** What is written under a valve: "loose", "out". */
  readonly notes: ReadonlyMap<string, string>;
  readonly toolOn: string | null;
  readonly covered: boolean;
}

/** How far the tip goes down as its valve is fully open. */
const TRAVEL = 14;
const TIP = 58;
const SEAT = 118;

export function benchDraw(layout: BenchLayout, appearance: Appearance, shown: Shown): Draw {
  return (ctx, palette, turnedDeg) => {
    const { color } = palette;
    ctx.lineJoin = "round";
    ctx.lineCap = "round";
    for (const cell of layout.cells) {
      const open = between(cell.open, turnedDeg, appearance);
      const chosen = shown.chosen.has(cell.id);
      if (chosen) plate(ctx, palette, cell);
      if (!shown.covered) moving(ctx, palette, cell, open, appearance, shown.toolOn === cell.id);
      const label = shown.targets.size === 0 || shown.targets.has(cell.id);
      drawText(ctx, palette, cell.id, cell.x, cell.top + 148, {
        size: 17,
        fill: chosen ? color.now : label ? color.ink : color.soft,
        bold: true,
      });
      if (shown.kept.has(cell.id)) tick(ctx, palette, cell);
      // What is asked for and still to do.
      else if (shown.targets.has(cell.id) && !shown.notes.has(cell.id) && shown.targets.size < layout.cells.length)
        drawDisc(ctx, cell.x, cell.top + 18, 6, { fill: "transparent", stroke: color.now, width: 2.5 });
      const note = shown.notes.get(cell.id);
      if (note !== undefined)
        drawText(ctx, palette, note, cell.x, cell.top + 18, { size: 15, fill: color.now, bold: true });
    }
    if (shown.covered) for (const c of layout.cylinders) cover(ctx, palette, c);
    for (const c of layout.cylinders) {
      ctx.strokeStyle = color.edge;
      ctx.lineWidth = 1.5;
      ctx.beginPath();
      ctx.moveTo(c.x - c.width / 2 + 8, c.y - 10);
      ctx.lineTo(c.x + c.width / 2 - 8, c.y - 10);
      ctx.stroke();
      drawText(ctx, palette, c.id, c.x, c.y + 6, { size: 15, fill: color.soft });
    }
  };
}

/** What moves at a valve. */
function moving(
  ctx: CanvasRenderingContext2D,
  palette: Palette,
  cell: Cell,
  open: number,
  { mover, pushrods }: Appearance,
  tool: boolean,
): void {
  ctx.strokeStyle = palette.color.ink;
  ctx.lineWidth = 2;
  valve(ctx, palette, cell, open);
  if (mover.name === "bucket") bucket(ctx, palette, cell, open);
  else rocker(ctx, palette, cell, open, pushrods, tool);
}

/** A cover over the valves of a cylinder, with its bolts. */
function cover(
  ctx: CanvasRenderingContext2D,
  { color }: Palette,
  { x, y, width }: BenchLayout["cylinders"][number],
): void {
  const top = y + 8 - ROW_HEIGHT + 34;
  ctx.fillStyle = color.paper;
  ctx.strokeStyle = color.ink;
  ctx.lineWidth = 2.5;
  ctx.beginPath();
  ctx.roundRect(x - width / 2 + 8, top, width - 16, 76, 14);
  ctx.fill();
  ctx.stroke();
  ctx.lineWidth = 1.5;
  ctx.strokeStyle = color.edge;
  ctx.beginPath();
  for (const dx of [-0.22, 0, 0.22]) {
    ctx.moveTo(x + dx * width, top + 14);
    ctx.lineTo(x + dx * width, top + 62);
  }
  ctx.stroke();
  for (const side of [-1, 1])
    drawDisc(ctx, x + side * (width / 2 - 22), top + 38, 5, { fill: color.steel, stroke: color.ink, width: 1.5 });
}

function plate(ctx: CanvasRenderingContext2D, { color }: Palette, { x, top, width }: Cell): void {
  ctx.fillStyle = color.nowWash;
  ctx.strokeStyle = color.now;
  ctx.lineWidth = 2.5;
  ctx.beginPath();
  ctx.roundRect(x - width / 2 + 3, top + 4, width - 6, ROW_HEIGHT - 24, 6);
  ctx.fill();
  ctx.stroke();
}

/** Stem, spring, head and seat: the same under every gear. */
function valve(ctx: CanvasRenderingContext2D, { color }: Palette, { x, top, role, width }: Cell, open: number): void {
  const down = open * TRAVEL;
  const vx = x + Math.min(14, width * 0.16);
  if (role === "injector") return injector(ctx, color, { vx, top, down });
  const fill = role === "intake" ? color.blue : color.brass;
  ctx.strokeStyle = color.ink;
  ctx.lineWidth = 2;
  ctx.beginPath();
  ctx.moveTo(vx - 17, top + SEAT);
  ctx.lineTo(vx - 12, top + SEAT - 6);
  ctx.moveTo(vx + 17, top + SEAT);
  ctx.lineTo(vx + 12, top + SEAT - 6);
  ctx.stroke();
  // The spring is pressed together as its valve goes down.
  const [from, to] = [top + TIP + 8 + down, top + SEAT - 14];
  ctx.strokeStyle = color.edge;
  ctx.lineWidth = 2;
  ctx.beginPath();
  const coils = 6;
  for (let i = 0; i <= coils; i++) ctx.lineTo(vx + (i % 2 === 0 ? -10 : 10), from + ((to - from) * i) / coils);
  ctx.stroke();
  ctx.strokeStyle = color.ink;
  ctx.lineWidth = 4;
  ctx.beginPath();
  ctx.moveTo(vx, top + TIP + down);
  ctx.lineTo(vx, top + SEAT + down - 2);
  ctx.stroke();
  ctx.fillStyle = fill;
  ctx.beginPath();
  ctx.moveTo(vx - 14, top + SEAT + 2 + down);
  ctx.lineTo(vx + 14, top + SEAT + 2 + down);
  ctx.lineTo(vx + 4, top + SEAT - 7 + down);
  ctx.lineTo(vx - 4, top + SEAT - 7 + down);
  ctx.closePath();
  ctx.fill();
  ctx.lineWidth = 2;
  ctx.strokeStyle = color.ink;
  ctx.beginPath();
  ctx.moveTo(vx - 11, top + TIP + 7 + down);
  ctx.lineTo(vx + 11, top + TIP + 7 + down);
  ctx.stroke();
}

/** A plunger in its body under a spring: no head and no seat. */
function injector(
  ctx: CanvasRenderingContext2D,
  color: Palette["color"],
  { vx, top, down }: { readonly vx: number; readonly top: number; readonly down: number },
): void {
  ctx.strokeStyle = color.ink;
  ctx.lineWidth = 2;
  ctx.fillStyle = color.sheet;
  ctx.beginPath();
  ctx.moveTo(vx - 13, top + SEAT - 30);
  ctx.lineTo(vx + 13, top + SEAT - 30);
  ctx.lineTo(vx + 13, top + SEAT - 6);
  ctx.lineTo(vx + 5, top + SEAT + 4);
  ctx.lineTo(vx + 5, top + SEAT + 14);
  ctx.lineTo(vx - 5, top + SEAT + 14);
  ctx.lineTo(vx - 5, top + SEAT + 4);
  ctx.lineTo(vx - 13, top + SEAT - 6);
  ctx.closePath();
  ctx.fill();
  ctx.stroke();
  const [from, to] = [top + TIP + 8 + down, top + SEAT - 30];
  ctx.strokeStyle = color.edge;
  ctx.beginPath();
  for (let i = 0; i <= 4; i++) ctx.lineTo(vx + (i % 2 === 0 ? -10 : 10), from + ((to - from) * i) / 4);
  ctx.stroke();
  ctx.strokeStyle = color.ink;
  ctx.lineWidth = 5;
  ctx.beginPath();
  ctx.moveTo(vx, top + TIP + down);
  ctx.lineTo(vx, top + SEAT - 28 + down);
  ctx.stroke();
  ctx.lineWidth = 2;
  ctx.beginPath();
  ctx.moveTo(vx - 11, top + TIP + 7 + down);
  ctx.lineTo(vx + 11, top + TIP + 7 + down);
  ctx.stroke();
}

function rocker(
  ctx: CanvasRenderingContext2D,
  { color }: Palette,
  { x, top, width }: Cell,
  open: number,
  pushrods: boolean,
  tool: boolean,
): void {
  const half = Math.min(14, width * 0.16);
  const down = open * TRAVEL;
  const [tipX, endX, pivotX] = [x + half, x - half - 6, x - 3];
  const [tipY, endY, pivotY] = [top + TIP - 5 + down, top + TIP - 5 - down * 0.7, top + TIP - 14];
  if (pushrods) {
    ctx.strokeStyle = color.soft;
    ctx.lineWidth = 4;
    ctx.beginPath();
    ctx.moveTo(endX, endY + 4);
    ctx.lineTo(endX, top + SEAT + 6 - down * 0.7);
    ctx.stroke();
  }
  ctx.strokeStyle = color.ink;
  ctx.fillStyle = color.sheet;
  ctx.lineWidth = 2.5;
  ctx.beginPath();
  ctx.moveTo(endX - 5, endY);
  ctx.lineTo(pivotX, pivotY - 7);
  ctx.lineTo(tipX + 5, tipY - 6);
  ctx.lineTo(tipX + 5, tipY + 1);
  ctx.lineTo(tipX - 5, tipY + 1);
  ctx.lineTo(pivotX, pivotY + 7);
  ctx.lineTo(endX + 3, endY + 6);
  ctx.closePath();
  ctx.fill();
  ctx.stroke();
  drawDisc(ctx, pivotX, pivotY, 4.5, { fill: color.paper, stroke: color.ink, width: 2 });
  if (!tool) return;
  // A wrench that was left on.
  ctx.strokeStyle = color.now;
  ctx.lineWidth = 5;
  ctx.beginPath();
  ctx.moveTo(endX, endY - 4);
  ctx.lineTo(endX - 4, top + 22);
  ctx.stroke();
  drawDisc(ctx, endX, endY - 4, 6, { fill: "transparent", stroke: color.now, width: 4 });
}

function bucket(ctx: CanvasRenderingContext2D, { color }: Palette, { x, top, width }: Cell, open: number): void {
  const vx = x + Math.min(14, width * 0.16);
  const down = open * TRAVEL;
  ctx.strokeStyle = color.ink;
  ctx.fillStyle = color.sheet;
  ctx.lineWidth = 2.5;
  ctx.beginPath();
  ctx.roundRect(vx - 15, top + TIP - 8 + down, 30, 22, 3);
  ctx.fill();
  ctx.stroke();
  // The nose points away while the bucket rests, and down as far as it has pushed.
  const cy = top + TIP - 24;
  const nose = open > 0.001 ? { y: cy + 15 + down, w: 7 } : { y: cy - 22, w: 7 };
  ctx.fillStyle = color.steel;
  ctx.beginPath();
  ctx.arc(vx, cy, 13, 0, 2 * Math.PI);
  ctx.fill();
  ctx.beginPath();
  ctx.moveTo(vx - 12, cy);
  ctx.lineTo(vx - nose.w / 2, nose.y);
  ctx.lineTo(vx + nose.w / 2, nose.y);
  ctx.lineTo(vx + 12, cy);
  ctx.closePath();
  ctx.fill();
  drawDisc(ctx, vx, cy, 4, { fill: color.paper, stroke: color.ink, width: 1.5 });
}

function tick(ctx: CanvasRenderingContext2D, { color }: Palette, { x, top, width }: Cell): void {
  ctx.strokeStyle = color.set;
  ctx.lineWidth = 3.5;
  const left = x + width / 2 - 22;
  ctx.beginPath();
  ctx.moveTo(left, top + 20);
  ctx.lineTo(left + 5, top + 26);
  ctx.lineTo(left + 14, top + 14);
  ctx.stroke();
}

/** The pulley with its marks: what stands under the pointer is seen, and which time round it is, is not. */
export function pulleyDraw({ marks, clockwise }: Appearance): Draw {
  return (ctx, palette, turnedDeg) => {
    const { color } = palette;
    const [cx, cy, r] = [80, 88, 58];
    for (let i = 0; i < 36; i++) {
      const a = ((i * 10 + (clockwise ? 1 : -1) * turnedDeg - 90) * Math.PI) / 180;
      const inner = i % 9 === 0 ? r - 9 : r - 5;
      ctx.strokeStyle = color.edge;
      ctx.lineWidth = 1.5;
      ctx.beginPath();
      ctx.moveTo(cx + inner * Math.cos(a), cy + inner * Math.sin(a));
      ctx.lineTo(cx + r * Math.cos(a), cy + r * Math.sin(a));
      ctx.stroke();
    }
    for (const mark of marks) {
      const a = (((clockwise ? 1 : -1) * (turnedDeg - mark.atDeg) - 90) * Math.PI) / 180;
      ctx.strokeStyle = color.now;
      ctx.lineWidth = 4;
      ctx.beginPath();
      ctx.moveTo(cx + (r - 14) * Math.cos(a), cy + (r - 14) * Math.sin(a));
      ctx.lineTo(cx + r * Math.cos(a), cy + r * Math.sin(a));
      ctx.stroke();
      drawText(ctx, palette, mark.label, cx + (r - 26) * Math.cos(a), cy + (r - 26) * Math.sin(a), {
        size: 15,
        fill: color.ink,
        bold: true,
        centered: true,
      });
    }
  };
}
