/**
 * A hydraulic lifter cut open, to scale along its travel: mm of depth to drawing units. Depth 0 is the
 * plunger at its retainer, at the top; the drawing grows downwards.
 */
import type { Plunger } from "@/core/preload/plunger";

export const WIDTH = 318;
export const HEIGHT = 230;

/** The bore in which the plunger runs. */
export const BORE = { left: 34, right: 122, top: 44, bottom: 206 } as const;
const PLUNGER_HEIGHT = 30;
/** Where the scale with its band stands. */
export const SCALE_X = 150;

/** The retainer's under side: the top of a plunger at depth 0. */
const ZERO_Y = BORE.top + 10;
/** The top of a plunger at the bottom of its travel. */
const BOTTOM_Y = BORE.bottom - PLUNGER_HEIGHT - 6;

export interface LifterScale {
  readonly y: (depthMm: number) => number;
  readonly plungerHeight: number;
}

/** Where a depth lies; beyond the travel it stays at the end. */
export function lifterScale({ travelMm }: Pick<Plunger, "travelMm">): LifterScale {
  return {
    y: (mm) => ZERO_Y + (Math.min(travelMm, Math.max(0, mm)) / travelMm) * (BOTTOM_Y - ZERO_Y),
    plungerHeight: PLUNGER_HEIGHT,
  };
}

/** The window as a stretch of the scale. */
export function windowStretch(plunger: Plunger): { readonly y: number; readonly height: number } {
  const { y } = lifterScale(plunger);
  const [top, bottom] = [y(plunger.fromTopMm), y(plunger.travelMm - plunger.fromBottomMm)];
  return { y: top, height: Math.max(0, bottom - top) };
}

/** The spring under the plunger, as points of a zigzag. */
export function springPoints(fromY: number): string {
  const turns = 6;
  const [left, right] = [BORE.left + 14, BORE.right - 14];
  const step = (BORE.bottom - fromY) / turns;
  return Array.from(
    { length: turns + 1 },
    (_, i) => `${i % 2 === 0 ? left : right},${(fromY + i * step).toFixed(1)}`,
  ).join(" ");
}

/** Labels that would lie on each other are moved apart, keeping their order from the top; each `y` is where it belongs. */
export function apart<T extends { readonly y: number }>(
  labels: readonly T[],
  leastGap: number,
): (T & { readonly at: number })[] {
  const sorted = [...labels].sort((a, b) => a.y - b.y);
  const placed: (T & { at: number })[] = [];
  for (const label of sorted)
    placed.push({ ...label, at: Math.max(label.y, (placed.at(-1)?.at ?? -Infinity) + leastGap) });
  const over = Math.max(0, (placed.at(-1)?.at ?? 0) - (HEIGHT - 8));
  return placed.map((p) => ({ ...p, at: p.at - over }));
}
