/** The pulley dial: 360 degrees as seen at the crank, the pointer fixed at the top. Drawing units, 320 by 320. */
import { fold } from "@/core/units/angle/arc";
import type { Arc } from "@/core/units/angle/arc";
import { type Point, arcPath, polar } from "../polar";

export const SIZE = 320;
export const CENTER: Point = { x: 160, y: 164 };
export const PULLEY_RADIUS = 122;
export const HUB_RADIUS = 82;

export interface DialMark {
  readonly markDeg: number;
  /** Letters of the stops that share this mark. */
  readonly letters: readonly string[];
}

/** Within what the eye takes for lined up. */
export const isAtPointer = ({ markDeg }: DialMark, crankDeg: number): boolean =>
  Math.abs(fold(markDeg - crankDeg + 1, 360) - 1) < 0.6;

export type Rotation = "clockwise" | "counterclockwise";

/** Degrees of the drawing for a mark of the pulley, when the crank stands at `crankDeg`. */
export const markBearing = (markDeg: number, crankDeg: number, rotation: Rotation): number =>
  (rotation === "clockwise" ? 1 : -1) * (crankDeg - markDeg);

export interface Tick {
  readonly deg: number;
  readonly from: Point;
  readonly to: Point;
  readonly major: boolean;
}

/** Ticks every 10 degrees, longer every 30; they turn with the pulley. */
export function ticks(crankDeg: number, rotation: Rotation): Tick[] {
  return Array.from({ length: 36 }, (_, i) => {
    const deg = i * 10;
    const at = markBearing(deg, crankDeg, rotation);
    const major = deg % 30 === 0;
    return {
      deg,
      major,
      from: polar(CENTER, PULLEY_RADIUS, at),
      to: polar(CENTER, PULLEY_RADIUS - (major ? 14 : 7), at),
    };
  });
}

/** Where the TDC mark of the pulley can be, while the crank is looked for: first time round outside, second inside. */
export function possibleBands(
  arcs: readonly Arc[],
  rotation: Rotation,
): { key: string; path: string; second: boolean }[] {
  return arcs
    .flatMap((arc) => piecesByTurn(arc))
    .map(({ from, span, second }) => {
      const [at, size] = rotation === "clockwise" ? [from, span] : [-(from + span), span];
      const seen = Math.min(Math.max(size, 3), 359.9);
      return {
        key: `${from} ${span}`,
        second,
        path: arcPath(CENTER, PULLEY_RADIUS - (second ? 30 : 19), at - (seen - size) / 2, seen),
      };
    });
}

/** An arc of the cycle cut where one turn ends and the next begins. */
function piecesByTurn({ startDeg, spanDeg }: Arc): { from: number; span: number; second: boolean }[] {
  const pieces: { from: number; span: number; second: boolean }[] = [];
  let from: number = startDeg;
  let left = spanDeg;
  while (left > 1e-9) {
    const span = Math.min(left, 360 - (from % 360));
    pieces.push({ from: from % 360, span, second: Math.floor(from / 360) % 2 === 1 });
    [from, left] = [from + span, left - span];
  }
  return pieces;
}

/** The arrow of the running direction, outside the pulley, and the triangle at its end. */
export function runningArrow(rotation: Rotation): { path: string; head: string } {
  const radius = PULLEY_RADIUS + 22;
  const sense = rotation === "clockwise" ? 1 : -1;
  const [near, far] = [22 * sense, 58 * sense];
  const path = sense === 1 ? arcPath(CENTER, radius, near, far - near) : arcPath(CENTER, radius, far, near - far);
  const tip = polar(CENTER, radius, far + 5 * sense);
  const left = polar(CENTER, radius - 7, far - 3 * sense);
  const right = polar(CENTER, radius + 7, far - 3 * sense);
  return { path, head: `M${tip.x} ${tip.y}L${left.x} ${left.y}L${right.x} ${right.y}z` };
}
