/** What moves on the phase wheel: the numbers, the margin of the valve that is looked at, the angle. */
import type { Engine } from "@/core/engine/resolve";
import type { Draw } from "../canvas/MovingLayer";
import { Stamps, drawDisc, drawText, faceIsThere, strokePath } from "../canvas/marks";
import { CENTER, marginGap, numerals } from "./geometry";

interface Shown {
  /** The cylinder in hand. */
  readonly inHand: string | null;
  /** The valve whose margin is drawn as the gap that it is. */
  readonly valve: string | null;
}

export const wheelDraw = (engine: Engine, { inHand, valve }: Shown): Draw => {
  const stamps = new Stamps();
  return (ctx, palette, crankDeg) => {
    const { color } = palette;
    for (const n of numerals(engine, crankDeg)) {
      const held = n.id === inHand;
      const [fill, edge, text] = held ? [color.now, color.now, color.onNow] : [color.sheet, color.ink, color.ink];
      const key = [faceIsThere(palette), n.id, n.radius, fill, edge, text].join();
      stamps.put(ctx, { key, half: n.radius + 2, x: n.at.x, y: n.at.y }, (onto) => {
        drawDisc(onto, 0, 0, n.radius, { fill, stroke: edge });
        drawText(onto, palette, n.id, 0, 0, { size: n.radius * 1.3, fill: text, bold: true, centered: true });
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
};
