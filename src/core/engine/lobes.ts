/**
 * From what is known of a cam to working arcs, relative to the cylinder's own firing TDC (0).
 *
 * Event formulas: exhaust opens 180 - E, closes 360 + X; intake opens 360 - I, closes 540 + C;
 * two-stroke exhaust 180 - E to 180 + C. The ramp widens an arc on both sides, because published
 * events are taken at some lift while the follower leaves its heel earlier.
 */
import { type Arc, arcBetween, widen } from "../units/angle/arc";
import { parseLength } from "../units/length";
import type { CamEntry, Lobe, OwnTdcLobe, ValveRole } from "./engineFile";

/** Assumed when neither checking lift nor ramp is given. */
const DEFAULT_RAMP_DEG = 20;

/** Checking lift (mm, inclusive upper end) to ramp on each side, for the usual lobe shapes (assumed). */
const RAMP_BY_LIFT: readonly { upToMm: number; rampDeg: number }[] = [
  { upToMm: 0.1, rampDeg: 15 },
  { upToMm: 0.3, rampDeg: 20 },
  { upToMm: 1.1, rampDeg: 35 },
  { upToMm: Infinity, rampDeg: 45 },
];

/** Wider than common cams on purpose: what is unknown must not look safe. */
export const UNKNOWN_CAM: Record<2 | 4, { rampDeg: number; lobes: Partial<Record<ValveRole, Lobe>> }> = {
  4: {
    rampDeg: 30,
    lobes: {
      intake: { opensDegBtdc: 45, closesDegAbdc: 85 },
      exhaust: { opensDegBbdc: 85, closesDegAtdc: 45 },
    },
  },
  2: { rampDeg: 20, lobes: { exhaust: { opensDegBbdc: 95, closesDegAbdc: 70 } } },
};

export interface RampChoice {
  readonly rampDeg: number;
  /** Said on every screen that depends on it; null when the file states the ramp. */
  readonly assumption: string | null;
}

/** Ramp on each side of a published event, crank degrees. */
export function rampOf(cam: CamEntry | undefined, strokes: 2 | 4): RampChoice {
  if (cam === undefined) {
    const { rampDeg } = UNKNOWN_CAM[strokes];
    return { rampDeg, assumption: `The cam is not known: wide events and a ramp of ${rampDeg} degrees are assumed.` };
  }
  if (cam.rampDeg !== undefined) return { rampDeg: cam.rampDeg, assumption: null };
  const lift = cam.atLift === undefined ? null : parseLength(cam.atLift);
  if (lift === null) {
    return {
      rampDeg: DEFAULT_RAMP_DEG,
      assumption: `Neither checking lift nor ramp is given: a ramp of ${DEFAULT_RAMP_DEG} degrees is assumed.`,
    };
  }
  const row = RAMP_BY_LIFT.find((r) => lift.mm <= r.upToMm + 1e-9);
  const rampDeg = row?.rampDeg ?? DEFAULT_RAMP_DEG;
  return { rampDeg, assumption: `A ramp of ${rampDeg} degrees is assumed from the checking lift of ${lift.text}.` };
}

/** The lobe's published arc, without ramps, from firing TDC of its own cylinder. */
export function lobeArc(lobe: Lobe, role: ValveRole, cycleDeg: number): Arc {
  const { opensDeg, closesDeg } = lobeEvents(lobe, role);
  return arcBetween(opensDeg, closesDeg, cycleDeg);
}

function lobeEvents(lobe: Lobe, role: ValveRole): OwnTdcLobe {
  if ("opensDeg" in lobe) return lobe;
  if ("durationDeg" in lobe) {
    const center = role === "intake" ? 360 + lobe.centerlineDeg : 360 - lobe.centerlineDeg;
    return { opensDeg: center - lobe.durationDeg / 2, closesDeg: center + lobe.durationDeg / 2 };
  }
  if ("opensDegBtdc" in lobe) return { opensDeg: 360 - lobe.opensDegBtdc, closesDeg: 540 + lobe.closesDegAbdc };
  const opensDeg = 180 - lobe.opensDegBbdc;
  return "closesDegAtdc" in lobe
    ? { opensDeg, closesDeg: 360 + lobe.closesDegAtdc }
    : { opensDeg, closesDeg: 180 + lobe.closesDegAbdc };
}

/** The published arc widened by the ramp. */
export function workingArc(lobe: Lobe, role: ValveRole, rampDeg: number, cycleDeg: number): Arc {
  const bare = lobeArc(lobe, role, cycleDeg);
  return widen(bare, rampDeg, cycleDeg) ?? bare;
}
