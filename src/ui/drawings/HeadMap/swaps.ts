/** Arrows from the valve that gives its part to the one that gets it. Pure. */
import type { Point } from "../polar";
import type { HeadLayout, Spot } from "./geometry";

export interface Swap {
  readonly from: string;
  readonly to: string;
}
export interface SwapArrow {
  readonly key: string;
  readonly path: string;
  /** The tip's two barbs. */
  readonly tip: string;
}

/** How far an arrow bows out, of its length: enough that giving and getting back are two lines. */
const BOW = 0.18;
/** The most of it, so that a long one stays on the head. */
const MOST_BOW = 44;
const GAP = 5;
const BARB = 9;

/** Curves from rim to rim, bowed to the right of their way. */
export function swapArrows({ spots }: Pick<HeadLayout, "spots">, swaps: readonly Swap[]): SwapArrow[] {
  const at = new Map(spots.map((s) => [s.valve.id, s]));
  return swaps.flatMap(({ from, to }) => {
    const [a, b] = [at.get(from), at.get(to)];
    return a === undefined || b === undefined || a === b ? [] : [arrow(a, b)];
  });
}

function arrow(a: Spot, b: Spot): SwapArrow {
  const [dx, dy] = [b.at.x - a.at.x, b.at.y - a.at.y];
  const length = Math.hypot(dx, dy);
  const bow = Math.min(MOST_BOW, length * BOW);
  const bend = {
    x: (a.at.x + b.at.x) / 2 - (dy / length) * bow * 2,
    y: (a.at.y + b.at.y) / 2 + (dx / length) * bow * 2,
  };
  const [start, end] = [towards(a.at, bend, a.radius + GAP), towards(b.at, bend, b.radius + GAP)];
  return {
    key: `${a.valve.id} ${b.valve.id}`,
    path: `M${start.x} ${start.y}Q${round(bend.x)} ${round(bend.y)} ${end.x} ${end.y}`,
    tip: `M${barb(end, bend, 0.5)}L${end.x} ${end.y}L${barb(end, bend, -0.5)}`,
  };
}

function towards(from: Point, to: Point, by: number): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  return { x: round(from.x + ((to.x - from.x) / length) * by), y: round(from.y + ((to.y - from.y) / length) * by) };
}

/** A barb leans back along the curve, turned by so many radians. */
function barb(tip: Point, back: Point, turned: number): string {
  const at = Math.atan2(back.y - tip.y, back.x - tip.x) + turned;
  return `${round(tip.x + Math.cos(at) * BARB)} ${round(tip.y + Math.sin(at) * BARB)}`;
}

const round = (v: number): number => Math.round(v * 10) / 10;
