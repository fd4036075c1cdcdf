/** Points and arcs on a dial: degrees clockwise from the top, lengths in drawing units. */
import { fold } from "@/core/units/angle/arc";

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A point at `deg` clockwise from the top, `radius` from the center. */
export function polar(center: Point, radius: number, deg: number): Point {
  const rad = (deg * Math.PI) / 180;
  return { x: round(center.x + radius * Math.sin(rad)), y: round(center.y - radius * Math.cos(rad)) };
}

/** An SVG path along a circle, clockwise from `fromDeg` for `spanDeg` (under 360). */
export function arcPath(center: Point, radius: number, fromDeg: number, spanDeg: number): string {
  const a = polar(center, radius, fromDeg);
  const b = polar(center, radius, fromDeg + spanDeg);
  return `M${a.x} ${a.y}A${radius} ${radius} 0 ${spanDeg > 180 ? 1 : 0} 1 ${b.x} ${b.y}`;
}

/** Degrees clockwise from the top at which `point` lies, in [0, 360). */
export const bearing = (center: Point, point: Point): number =>
  fold((Math.atan2(point.x - center.x, center.y - point.y) * 180) / Math.PI, 360);

/** The turn from one bearing to another the short way, in [-180, 180). */
export const swing = (from: number, to: number): number => fold(to - from + 180, 360) - 180;

const round = (v: number): number => Math.round(v * 100) / 100;
