/** What moves on the pulley dial: its ticks and marks, and what is written in its middle. */
import type { Engine } from "@/core/engine/resolve";
import { fold } from "@/core/units/angle/arc";
import type { Draw } from "../canvas/MovingLayer";
import { drawDisc, drawText } from "../canvas/marks";
import { polar } from "../polar";
import { shortSign } from "../shortSign";
import {
  CENTER,
  type DialMark,
  HUB_RADIUS,
  PULLEY_RADIUS,
  type Rotation,
  isAtPointer,
  markBearing,
  ticks,
} from "./geometry";

interface Shown {
  readonly rotation: Rotation;
  readonly marks: readonly DialMark[];
  /** The mark that should be, or come, under the pointer. */
  readonly wantedMarkDeg: number | null;
}

/** Marks nearer than this, in degrees, would cover each other's letters. */
const ROOM_DEG = 20;

/** Then only the mark that is wanted, or at the pointer, has its letter. */
const isCrowded = (marks: readonly DialMark[]): boolean =>
  marks.some((m) =>
    marks.some(
      (o) => o !== m && Math.min(fold(o.markDeg - m.markDeg, 360), fold(m.markDeg - o.markDeg, 360)) < ROOM_DEG,
    ),
  );

const TICKS = ticks(0, "clockwise");

export const dialDraw = (engine: Engine, { rotation, marks, wantedMarkDeg }: Shown): Draw => {
  const crowded = isCrowded(marks);
  return (ctx, palette, crankDeg) => {
    const { color } = palette;
    ctx.save();
    ctx.translate(CENTER.x, CENTER.y);
    ctx.rotate((markBearing(0, crankDeg, rotation) * Math.PI) / 180);
    ctx.translate(-CENTER.x, -CENTER.y);
    ctx.strokeStyle = color.ink;
    for (const major of [true, false]) {
      ctx.lineWidth = major ? 2 : 1;
      ctx.beginPath();
      for (const t of TICKS) {
        if (t.major !== major) continue;
        ctx.moveTo(t.from.x, t.from.y);
        ctx.lineTo(t.to.x, t.to.y);
      }
      ctx.stroke();
    }
    ctx.restore();
    drawDisc(ctx, CENTER.x, CENTER.y, HUB_RADIUS, { fill: color.paper, stroke: color.line, width: 1 });
    const isWanted = (m: DialMark): boolean => wantedMarkDeg !== null && Math.abs(m.markDeg - wantedMarkDeg) < 0.01;
    const atPointer = (m: DialMark): boolean => isAtPointer(m, crankDeg);
    for (const m of [...marks].sort(
      (a, b) => Number(isWanted(a)) - Number(isWanted(b)) || Number(atPointer(a)) - Number(atPointer(b)),
    )) {
      const at = polar(CENTER, PULLEY_RADIUS - 24, markBearing(m.markDeg, crankDeg, rotation));
      const wanted = isWanted(m);
      if (crowded && !wanted && !atPointer(m)) {
        drawDisc(ctx, at.x, at.y, 5, { fill: color.ink });
        continue;
      }
      const text = m.letters.length <= 2 ? m.letters.join("") : `${m.letters[0]}…`;
      drawDisc(ctx, at.x, at.y, 18, { fill: wanted ? color.now : color.ink });
      drawText(ctx, palette, text, at.x, at.y, {
        size: text.length > 2 ? 15 : 21,
        fill: wanted ? color.onNow : color.paper,
        bold: true,
        centered: true,
      });
    }
    const up = marks.find(atPointer);
    drawText(
      ctx,
      palette,
      up === undefined ? `${Math.round(fold(crankDeg, 360) * 10) / 10}°` : `mark ${up.letters.join(", ")}`,
      CENTER.x,
      CENTER.y - 20,
      { size: 30, fill: color.ink, bold: true },
    );
    if (engine.cycleDeg === 720)
      drawText(ctx, palette, `${crankDeg < 360 ? "first" : "second"} time round`, CENTER.x, CENTER.y + 6, {
        size: 18,
        fill: color.soft,
        family: "body",
      });
    shortSign(engine, crankDeg)
      .split(" · ")
      .slice(0, 2)
      .forEach((line, i) => {
        drawText(ctx, palette, line, CENTER.x, CENTER.y + 32 + i * 24, {
          size: 21,
          fill: color.ink,
          family: "body",
          bold: true,
        });
      });
  };
};
