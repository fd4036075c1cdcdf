/** What moves on the phase wheel: the numbers, the margin of the valve that is looked at, the angle. */
import type { Engine } from "@/core/engine/resolve";
import type { Draw } from "../canvas/MovingLayer";
import { drawDisc, drawText, strokePath } from "../canvas/marks";
import { CENTER, marginGap, numerals } from "./geometry";

interface Shown {
  /** The cylinder in hand. */
  readonly inHand: string | null;
  /** The valve whose margin is drawn as the gap that it is. */
  readonly valve: string | null;
}

export const wheelDraw =
  (engine: Engine, { inHand, valve }: Shown): Draw =>
  (ctx, palette, crankDeg) => {
    const { color } = palette;
    for (const n of numerals(engine, crankDeg)) {
      const held = n.id === inHand;
      drawDisc(ctx, n.at.x, n.at.y, n.radius, {
        fill: held ? color.now : color.sheet,
        stroke: held ? color.now : color.ink,
      });
      drawText(ctx, palette, n.id, n.at.x, n.at.y, {
        size: n.radius * 1.3,
        fill: held ? color.onNow : color.ink,
        bold: true,
        centered: true,
      });
    }
    const gap = valve === null ? null : marginGap(engine, valve, crankDeg);
    if (gap !== null) {
      strokePath(ctx, gap.path, color.now, 4);
      ctx.fillStyle = color.sheet;
      ctx.strokeStyle = color.now;
      ctx.lineWidth = 1.5;
      ctx.beginPath();
      ctx.roundRect(gap.label.x - 26, gap.label.y - 13, 52, 26, 4);
      ctx.fill();
      ctx.stroke();
      drawText(ctx, palette, gap.text, gap.label.x, gap.label.y, {
        size: 20,
        fill: color.now,
        bold: true,
        centered: true,
      });
    }
    const many = engine.cylinders.length > 12;
    drawText(ctx, palette, `${Math.round(crankDeg * 10) / 10}°`, CENTER.x, CENTER.y + (many ? 2 : 6), {
      size: many ? 24 : 34,
      fill: color.ink,
      bold: true,
    });
    drawText(ctx, palette, `of ${engine.cycleDeg}°`, CENTER.x, CENTER.y + (many ? 19 : 29), {
      size: many ? 16 : 20,
      fill: color.soft,
      family: "body",
    });
  };
