/** How a job wants its stops: what may be assumed of the crank, of the eye, and of the marks. */

export interface StopSettings {
  /** Degrees of base circle that must lie on both sides of a stop. */
  readonly requiredDeg: number;
  /** "Just opening" as a share of the way from opening to full lift. */
  readonly openingShare: number;
  /** "Started to close" as a share of the way from full lift to closing. */
  readonly closingShare: number;
  /** `fewest` only: stop on the engine's own marks and nowhere else. */
  readonly marksOnly: boolean;
}

/** How far the crank may be off, by how its place is told (the trade's usual figures). */
export const CRANK_OFF_DEG = { mark: 5, eye: 10 } as const;
/** In hand on top of that. */
export const IN_HAND_DEG = 5;

/** Required by default: 5 degrees for the crank being off, with a timing mark, and 5 in hand. */
export const DEFAULT_REQUIRED_MARGIN_DEG = CRANK_OFF_DEG.mark + IN_HAND_DEG;

export const DEFAULT_STOP_SETTINGS: StopSettings = {
  requiredDeg: DEFAULT_REQUIRED_MARGIN_DEG,
  openingShare: 0.1,
  closingShare: 0.25,
  marksOnly: false,
};

/** Where people really stop when they go by eye, as shares of the same two ways. */
export const EYED_RANGE = { opening: [0, 0.25], closing: [0.1, 0.75] } as const;
