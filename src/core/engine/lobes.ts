/**
 * From what is known of a cam to working arcs, relative to the cylinder's own firing TDC (0).
 *
 * Event formulas: exhaust opens 180 - E, closes 360 + X; intake opens 360 - I, closes 540 + C;
 * two-stroke exhaust 180 - E to 180 + C. The ramp widens an arc on both sides, because published
 * events are taken at some lift while the follower leaves its base circle earlier.
 */
import { arcBetween } from "../units/angle/arc";
import { parseLength } from "../units/length";
import {
  BASE_CIRCLE_LIFT_MM,
  type CamEntry,
  type Lobe,
  type OwnTdcLobe,
  type PlainLobe,
  type ProfileLobe,
  type ValveRole,
} from "./engineFile";
import { type Stretch, bumpsOf, fullLift, mainStretch } from "./profile";

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
export const UNKNOWN_CAM: Record<2 | 4, { rampDeg: number; lobes: Pick<CamEntry, "intake" | "exhaust"> }> = {
  4: {
    rampDeg: 30,
    lobes: {
      intake: { opensDegBtdc: 45, closesDegAbdc: 85 },
      exhaust: { opensDegBbdc: 85, closesDegAtdc: 45 },
    },
  },
  2: { rampDeg: 20, lobes: { exhaust: { opensDegBbdc: 95, closesDegAbdc: 70 } } },
};

/** The smallest cams that are plausible: what is unknown must not look moved either. */
const LEAST_LOBES: Record<2 | 4, Pick<CamEntry, "intake" | "exhaust">> = {
  4: {
    intake: { opensDegBtdc: 0, closesDegAbdc: 30 },
    exhaust: { opensDegBbdc: 30, closesDegAtdc: 0 },
  },
  2: { exhaust: { opensDegBbdc: 60, closesDegAbdc: 30 } },
};

/** The least that an unknown lobe may do; null for a role that has none assumed. */
export function leastShape(role: ValveRole, strokes: 2 | 4): LobeShape | null {
  const lobe = role === "injector" ? undefined : LEAST_LOBES[strokes][role];
  return lobe === undefined ? null : lobeShape(lobe, role, undefined, strokes);
}

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

/**
 * A lobe from its cylinder's firing TDC. Degrees rise through opening, full lift and closing and
 * are not folded; the working ends lie outside the events by the ramp.
 */
export interface LobeShape {
  readonly opensDeg: number;
  readonly fullLiftDeg: number;
  readonly closesDeg: number;
  readonly workingFromDeg: number;
  readonly workingToDeg: number;
  /** Stretches off the base circle beside the lobe itself; only a profile has any. */
  readonly bumps: readonly Stretch[];
}

/** Checking lift for the eye's moments of a profile, when the cam states none (assumed: movement is seen from there). */
const SEEN_LIFT_MM = 0.15;

/** The shape of a lobe. `cam` gives checking lift and ramp. */
export function lobeShape(lobe: Lobe, role: ValveRole, cam: CamEntry | undefined, strokes: 2 | 4): LobeShape {
  return "profile" in lobe
    ? profileShape(lobe, cam)
    : plainShape(lobe, role, rampOf(cam, strokes).rampDeg, strokes === 2 ? 360 : 720);
}

function plainShape(lobe: PlainLobe, role: ValveRole, rampDeg: number, cycleDeg: number): LobeShape {
  const { opensDeg, closesDeg: written } = lobeEvents(lobe, role);
  const closesDeg = opensDeg + arcBetween(opensDeg, written, cycleDeg).spanDeg;
  // Ramps that meet leave no base circle: the whole cycle is worked.
  const spare = Math.max(0, (cycleDeg - (closesDeg - opensDeg)) / 2);
  const ramp = Math.min(rampDeg, spare);
  return {
    opensDeg,
    fullLiftDeg: (opensDeg + closesDeg) / 2,
    closesDeg,
    workingFromDeg: opensDeg - ramp,
    workingToDeg: closesDeg + ramp,
    bumps: [],
  };
}

function profileShape({ profile }: ProfileLobe, cam: CamEntry | undefined): LobeShape {
  const { deg: fullLiftDeg, liftMm } = fullLift(profile);
  const seenMm = (cam?.atLift === undefined ? null : parseLength(cam.atLift)?.mm) ?? SEEN_LIFT_MM;
  const working = mainStretch(profile, BASE_CIRCLE_LIFT_MM) ?? { fromDeg: fullLiftDeg, toDeg: fullLiftDeg };
  const seen = mainStretch(profile, Math.min(seenMm, liftMm / 2)) ?? working;
  return {
    opensDeg: seen.fromDeg,
    fullLiftDeg,
    closesDeg: seen.toDeg,
    workingFromDeg: working.fromDeg,
    workingToDeg: working.toDeg,
    bumps: bumpsOf(profile),
  };
}

function lobeEvents(lobe: PlainLobe, role: ValveRole): OwnTdcLobe {
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
