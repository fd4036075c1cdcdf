/** Where a scale has its lines. */
const STEPS_SHOWN = [0.0005, 0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1];
const MOST_TICKS = 7;

/** Round figures around a range. */
export function ticksBetween(from: number, to: number): number[] {
  const step = STEPS_SHOWN.find((s) => (to - from) / s <= MOST_TICKS - 2) ?? 1;
  const first = Math.floor(from / step);
  return Array.from({ length: Math.ceil(to / step) - first + 1 }, (_, i) => (first + i) * step);
}
