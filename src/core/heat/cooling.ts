/**
 * How long an engine stays hot: exponential cooling towards the air of the shop, fixed by two readings
 * (Newton's law of cooling). Times in milliseconds, temperatures in degrees Celsius.
 */
export interface Temperature {
  readonly atMs: number;
  readonly celsius: number;
}

export type Cooling =
  /** Cooling from the last reading towards the air. */
  | { readonly kind: "cooling"; readonly halfMin: number }
  | { readonly kind: "one-reading" }
  | { readonly kind: "not-falling" };

/** What two readings say; the last two count, since it may have been warmed again in between. */
export function coolingOf(readings: readonly Temperature[], airC: number): Cooling {
  const [a, b] = [readings.at(-2), readings.at(-1)];
  if (a === undefined || b === undefined) return { kind: "one-reading" };
  const minutes = (b.atMs - a.atMs) / 60_000;
  if (minutes <= 0 || b.celsius >= a.celsius || b.celsius <= airC) return { kind: "not-falling" };
  const rate = Math.log((a.celsius - airC) / (b.celsius - airC)) / minutes;
  return { kind: "cooling", halfMin: Math.LN2 / rate };
}

/** Minutes left above `leastC` from `nowMs` on; negative once it has fallen below, null when it never does. */
export function minutesAbove(
  last: Temperature,
  airC: number,
  halfMin: number,
  leastC: number,
  nowMs: number,
): number | null {
  if (leastC <= airC) return null;
  const whole = halfMin * Math.log2((last.celsius - airC) / (leastC - airC));
  return whole - (nowMs - last.atMs) / 60_000;
}

/** Below this an engine is not hot any more where its spec names no band (assumed: well under an open thermostat). */
export const DEFAULT_HOT_FROM_C = 65;
/** The air of a workshop where nobody said (assumed). */
export const DEFAULT_AIR_C = 20;
