/**
 * Measured lift of a lobe: where it is off its base circle, and where it is fully open.
 *
 * Points are [crank degrees from the cylinder's own firing TDC, lift in mm], rising, at most one
 * cycle long. Lift between points is on the straight line between them; outside them it is none.
 */
import { BASE_CIRCLE_LIFT_MM, type LiftPoint } from "./engineFile";

/** Ends of a stretch in degrees, not folded: `toDeg` lies above `fromDeg`. */
export interface Stretch {
  readonly fromDeg: number;
  readonly toDeg: number;
}

/** Where lift is above `overMm`, in order; neighbours closer than a degree are one. */
export function stretchesAbove(profile: readonly LiftPoint[], overMm: number): Stretch[] {
  const found: { fromDeg: number; toDeg: number }[] = [];
  let open: number | null = null;
  profile.forEach(([deg, lift], i) => {
    const before = profile[i - 1];
    if (lift > overMm && open === null) open = before === undefined ? deg : crossing(before, [deg, lift], overMm);
    if (lift <= overMm && open !== null && before !== undefined) {
      close(found, open, crossing(before, [deg, lift], overMm));
      open = null;
    }
  });
  const last = profile.at(-1);
  if (open !== null && last !== undefined) close(found, open, last[0]);
  return found;
}

function close(found: { fromDeg: number; toDeg: number }[], fromDeg: number, toDeg: number): void {
  const last = found.at(-1);
  if (last !== undefined && fromDeg - last.toDeg < 1) last.toDeg = toDeg;
  else found.push({ fromDeg, toDeg });
}

function crossing([a, la]: LiftPoint, [b, lb]: LiftPoint, at: number): number {
  return lb === la ? a : a + ((at - la) / (lb - la)) * (b - a);
}

/** The highest lift, and the middle of where it is held: a nose may be flat. */
export function fullLift(profile: readonly LiftPoint[]): { readonly deg: number; readonly liftMm: number } {
  const liftMm = Math.max(...profile.map(([, lift]) => lift));
  const held = profile.filter(([, lift]) => lift >= liftMm - 1e-6);
  return { deg: ((held[0]?.[0] ?? 0) + (held.at(-1)?.[0] ?? 0)) / 2, liftMm };
}

/** The stretch above `overMm` that holds full lift; null when lift never gets there. */
export function mainStretch(profile: readonly LiftPoint[], overMm: number): Stretch | null {
  const peak = fullLift(profile).deg;
  return stretchesAbove(profile, overMm).find((s) => s.fromDeg <= peak && peak <= s.toDeg) ?? null;
}

/** Other stretches off the base circle: a release ground into the lobe. */
export const bumpsOf = (profile: readonly LiftPoint[]): Stretch[] => {
  const main = mainStretch(profile, BASE_CIRCLE_LIFT_MM);
  return stretchesAbove(profile, BASE_CIRCLE_LIFT_MM).filter((s) => s.fromDeg !== main?.fromDeg);
};

/** Lift at an angle, mm. */
export function liftAt(profile: readonly LiftPoint[], deg: number): number {
  const i = profile.findIndex(([d]) => d > deg);
  const [before, after] = [profile[i - 1], profile[i]];
  if (before === undefined || after === undefined)
    return profile.at(-1)?.[0] === deg ? (profile.at(-1)?.[1] ?? 0) : 0;
  return before[1] + ((deg - before[0]) / (after[0] - before[0])) * (after[1] - before[1]);
}
