/** A preload told as a hand does it: where the wrench goes, in how many pulls, and the last of it. */
import { asClock, asFraction, turnOf } from "../units/turns";

/** Turns in words: "half a turn" is what people say. */
export function turnsWords(turns: number): string {
  const named = NAMED.find(([t]) => Math.abs(t - Math.abs(turns)) < 1e-6);
  return named?.[1] ?? asFraction(Math.abs(turns));
}

const NAMED: readonly (readonly [number, string])[] = [
  [0.125, "an eighth of a turn"],
  [0.25, "a quarter turn"],
  [0.375, "three eighths of a turn"],
  [0.5, "half a turn"],
  [0.625, "five eighths of a turn"],
  [0.75, "three quarters of a turn"],
  [1, "one full turn"],
  [1.25, "one turn and a quarter"],
  [1.5, "one turn and a half"],
];

export const clockWords = (turns: number): string => asClock(turnOf(turns));

/** Quarter by quarter, where the wrench has no room for the whole: "12 to 3, 3 to 6"; null when it has. */
export function pullsWords(turns: number, swingDeg: number | undefined): string | null {
  if (swingDeg === undefined || Math.abs(turns) * 360 <= swingDeg) return null;
  const step = [0.5, 0.25, 0.125, 0.0625].find((s) => s * 360 <= swingDeg) ?? 0.0625;
  const pulls = Math.ceil(Math.abs(turns) / step - 1e-9);
  const size = { 0.5: "half turns", 0.25: "quarters", 0.125: "eighths" }[step as 0.5 | 0.25 | 0.125] ?? "sixteenths";
  const face = (k: number): string => clockFace(Math.min(k * step, Math.abs(turns)), turns > 0);
  const walk = Array.from({ length: pulls }, (_, k) => `${face(k)} to ${face(k + 1)}`);
  return `In ${size}: ${walk.slice(0, 6).join(", ")}${pulls > 6 ? " and on" : ""}.`;
}

/** The hour at which a wrench stands that began at 12, to the half hour. */
function clockFace(turns: number, clockwise: boolean): string {
  const hours = Math.round((turns % 1) * 24) / 2;
  const at = (clockwise ? hours : 12 - hours) % 12;
  const whole = Math.floor(at);
  return `${whole === 0 ? 12 : whole}${at - whole === 0.5 ? " and a half" : ""}`;
}

/** The spread of what was set, in mm of plunger and in turns: an error of a sixteenth does no harm, a spread does. */
export function spreadOf(
  depthsMm: readonly number[],
  perTurnMm: number,
): { readonly lowMm: number; readonly highMm: number; readonly turns: number } | null {
  if (depthsMm.length < 2) return null;
  const [lowMm, highMm] = [Math.min(...depthsMm), Math.max(...depthsMm)];
  return { lowMm, highMm, turns: (highMm - lowMm) / perTurnMm };
}

/** Beyond this the valves are not alike (trade: a sixteenth of a turn does no harm). */
export const ALIKE_TURNS = 1 / 16;
