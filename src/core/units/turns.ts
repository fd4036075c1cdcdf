/**
 * Turns of an adjuster's screw or nut. 1 turn = 360 screw degrees; positive = in (tightening).
 *
 * A person is told a turn in three ways at once: degrees, a plain fraction, and where a tool that
 * starts at 12 o'clock ends up.
 */

/** Degrees of the screw or nut, not of the crank. */
export type ScrewDeg = number & { readonly unit: "screwDeg" };

export type TurnSense = "in" | "out" | "none";

export interface Turn {
  /** Size in turns, never negative. */
  readonly turns: number;
  readonly screwDeg: ScrewDeg;
  readonly direction: TurnSense;
}

/** Rounding, not a turn: far below what any tool can do. */
const STILL_TURNS = 1e-9;

/** A turn from a signed number of turns, positive = in. @throws RangeError unless finite. */
export function turnOf(signedTurns: number): Turn {
  if (!Number.isFinite(signedTurns)) throw new RangeError(`turnOf: not finite: ${signedTurns}`);
  const turns = Math.abs(signedTurns);
  const direction = turns < STILL_TURNS ? "none" : signedTurns > 0 ? "in" : "out";
  return { turns, screwDeg: (turns * 360) as ScrewDeg, direction };
}

const SIXTEENTHS: Record<number, string> = {
  1: "1/16",
  2: "1/8",
  3: "3/16",
  4: "1/4",
  5: "5/16",
  6: "3/8",
  7: "7/16",
  8: "1/2",
  9: "9/16",
  10: "5/8",
  11: "11/16",
  12: "3/4",
  13: "13/16",
  14: "7/8",
  15: "15/16",
};

/** The turn to the nearest sixteenth: "3/8 turn", "1 1/4 turns", "under 1/16 turn". */
export function asFraction(turns: number): string {
  const sixteenths = Math.round(turns * 16);
  if (sixteenths === 0) return "under 1/16 turn";
  const whole = Math.floor(sixteenths / 16);
  const part = SIXTEENTHS[sixteenths % 16];
  const figure = [whole > 0 ? String(whole) : null, part ?? null].filter((s) => s !== null).join(" ");
  const exact = Math.abs(turns * 16 - sixteenths) < 0.05 ? "" : "about ";
  return `${exact}${figure} ${sixteenths > 16 ? "turns" : "turn"}`;
}

/** The bare figure of {@link asFraction}, for a button: "3/8", "1 1/4". */
export const fractionFigure = (turns: number): string => asFraction(turns).replace(/ turns?$/, "");

/**
 * Where a tool that starts at 12 o'clock ends: "from 12 to almost 1", "from 12 to 9", with whole
 * turns named first. Turning in is clockwise for the usual right-hand thread (assumed).
 */
export function asClock(turn: Turn): string {
  if (turn.direction === "none") return "leave it at 12";
  const whole = Math.floor(turn.turns + 1e-9);
  const hours = (turn.turns - whole) * 12;
  const wholeWords = whole === 1 ? "one full turn" : `${whole} full turns`;
  if (whole > 0 && hours < 0.1) return `${wholeWords}, back to 12`;
  const swing = clockSwing(hours, turn.direction === "in");
  return whole === 0 ? swing : `${wholeWords}, then ${swing}`;
}

function clockSwing(hours: number, clockwise: boolean): string {
  const face = (h: number): string => String((clockwise ? h : 12 - h) % 12 || 12);
  const near = Math.round(hours);
  if (near > 0 && Math.abs(hours - near) <= 0.1) return `from 12 to ${face(near)}`;
  const below = Math.floor(hours);
  const part = hours - below;
  if (part > 0.75) return `from 12 to almost ${face(below + 1)}`;
  if (below === 0) return `${portion(part)} from 12 to ${face(1)}`;
  if (part < 0.25) return `from 12 to just past ${face(below)}`;
  return `from 12 to ${face(below)} and ${portion(part)} to ${face(below + 1)}`;
}

function portion(part: number): string {
  if (part < 0.15) return "a touch";
  if (part < 0.29) return "a quarter of the way";
  if (part < 0.42) return "a third of the way";
  if (part < 0.59) return "half way";
  if (part < 0.71) return "two thirds of the way";
  return "three quarters of the way";
}
