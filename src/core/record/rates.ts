/**
 * How fast lash moves: the rate of a valve from what each service found against what the one before left, drawn towards
 * the rate of its role as far as its own history is uncertain. Lengths in mm; use in whatever unit the shop counts it
 * (running hours, distance, starts, days); a rate is mm per one of these, negative where the gap closes.
 */

import type { Interval } from "../units/interval";

/** Between two visits: what the first left, what the second found, in mm. */
export interface Service {
  /** Over 0. */
  readonly use: number;
  readonly left: Interval;
  readonly found: Interval;
  /** How well the hands repeat, where it is known; else what is assumed. */
  readonly repeatMm?: number;
}

/** A rate with the variance of its estimate. */
export interface Rate {
  readonly mean: number;
  readonly variance: number;
}

/** A rate of a role: how its valves differ is `between`, a variance. */
export interface RoleRate extends Rate {
  readonly between: number;
  /** How many valves it rests on. */
  readonly valves: number;
}

/** How well a hand repeats with a leaf where nobody has studied it (assumed): a standard deviation. */
export const DEFAULT_REPEAT_MM = 0.005;

const widthMm = ({ lo, hi }: Interval): number => hi - lo;
export const middleMm = ({ lo, hi }: Interval): number => (lo + hi) / 2;

/** The drift over a service, in mm, and its variance: two readings known to their widths, by hands that repeat so well. */
export function driftOf({ left, found, repeatMm = DEFAULT_REPEAT_MM }: Service): Rate {
  return {
    mean: middleMm(found) - middleMm(left),
    variance: (widthMm(found) ** 2 + widthMm(left) ** 2) / 12 + 2 * repeatMm ** 2,
  };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** The valve's own rate: weighted least squares through the origin; null without a service. */
export function ownRate(services: readonly Service[]): Rate | null {
  if (services.length === 0) return null;
  const drifts = services.map((s) => ({ ...driftOf(s), use: s.use }));
  const weight = sum(drifts.map((d) => d.use ** 2 / d.variance));
  return { mean: sum(drifts.map((d) => (d.use * d.mean) / d.variance)) / weight, variance: 1 / weight };
}

/** The rate of a role over the own rates of its valves: random effects, by DerSimonian and Laird; null where there are none. */
export function roleRate(own: readonly Rate[]): RoleRate | null {
  if (own.length === 0) return null;
  const weights = own.map((r) => 1 / r.variance);
  const total = sum(weights);
  const fixed = sum(own.map((r, i) => (weights[i] ?? 0) * r.mean)) / total;
  const q = sum(own.map((r, i) => (weights[i] ?? 0) * (r.mean - fixed) ** 2));
  const scale = total - sum(weights.map((w) => w ** 2)) / total;
  const between = own.length < 2 || scale <= 0 ? 0 : Math.max(0, (q - (own.length - 1)) / scale);
  const drawn = own.map((r) => 1 / (r.variance + between));
  return {
    mean: sum(own.map((r, i) => (drawn[i] ?? 0) * r.mean)) / sum(drawn),
    variance: 1 / sum(drawn),
    between,
    valves: own.length,
  };
}

/** What to expect of a valve: its own rate drawn towards its role's; the role's alone where it has no history. */
export function shrunkRate(own: Rate | null, role: RoleRate): Rate {
  if (own === null) return { mean: role.mean, variance: role.variance + role.between };
  const share = own.variance / (own.variance + role.between);
  return {
    mean: (1 - share) * own.mean + share * role.mean,
    variance: (1 - share) * own.variance + share ** 2 * role.variance,
  };
}
