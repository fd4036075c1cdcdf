/** The pulley dial: 360 degrees as seen at the crank, the pointer fixed at the top. Drawing units, 320 by 320. */
import { type Point, arcPath, polar } from "../polar";

export const SIZE = 320;
export const CENTER: Point = { x: 160, y: 164 };
export const PULLEY_RADIUS = 122;

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
    return { deg, major, from: polar(CENTER, PULLEY_RADIUS, at), to: polar(CENTER, PULLEY_RADIUS - (major ? 14 : 7), at) };
  });
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
