/** What the barring encoder adds to the next thing. Pure. */
import { type CrankDeg, advance, separation } from "@/core/units/angle/arc";
import type { RunNow } from "../model";

/** A hand finds a mark within this (assumed). */
const NEAR_DEG = 3;
/** So far beyond a stop is past it, and not a whole cycle short of it. */
const PAST_DEG = 90;

export interface EncoderSays {
  readonly words: string;
  readonly warns: boolean;
}

/** How far it is still to the stop asked for, or that the crank is no longer where it was said to be; null when all is well. */
export function encoderWords({ next, state }: RunNow, crankDeg: CrankDeg, cycleDeg: 360 | 720): EncoderSays | null {
  const to = next.kind === "turn" || next.kind === "turn-over" ? next.to : null;
  if (to !== null) {
    const left = advance(crankDeg, to.crankDeg, cycleDeg);
    if (separation(crankDeg, to.crankDeg, cycleDeg) <= NEAR_DEG)
      return { words: `Encoder: at stop ${to.letter}.`, warns: false };
    return cycleDeg - left < PAST_DEG
      ? {
          words: `Encoder: ${Math.round(cycleDeg - left)}° past stop ${to.letter}. Go back at least 30° beyond it and come up again.`,
          warns: true,
        }
      : { words: `Encoder: ${Math.round(left)}° to go.`, warns: false };
  }
  if (state.stop === null || state.ended) return null;
  const off = separation(crankDeg, state.stop.crankDeg, cycleDeg);
  return off <= NEAR_DEG
    ? null
    : {
        words: `The encoder shows the crank ${Math.round(off)}° away from stop ${state.stop.letter}: it was turned since.`,
        warns: true,
      };
}
