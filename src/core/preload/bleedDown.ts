/**
 * The wait before the crank may move: a pumped-up lifter that was squeezed holds its valve open until it
 * has bled down, and a valve can meet a piston. Times are milliseconds of the server's clock.
 */
import type { EngineState } from "../engine/engineFile";

/** The trade's waits in minutes; each shop sets its own. */
export const DEFAULT_BLEED_MIN = 15;
export const DEFAULT_BLEED_COLD_MIN = 30;
/** Below this oil is slow (assumed). */
export const COLD_SHOP_C = 10;

export interface BleedMinutes {
  readonly usual: number;
  readonly cold: number;
  /** Also where piston and cam are out of the way as far as the next stop. */
  readonly always: boolean;
}

/** How long a job waits, by how cold it is. */
export const bleedMinutesFor = (
  minutes: Pick<BleedMinutes, "usual" | "cold">,
  state: EngineState,
  temperatureC: number | null,
): number => (state === "cold" && temperatureC !== null && temperatureC < COLD_SHOP_C ? minutes.cold : minutes.usual);

/** What is left of the wait; 0 when it is over. Never more than the whole wait, whatever the clocks say. */
export function bleedRemainingMs(sinceMs: number, minutes: number, nowMs: number): number {
  const whole = minutes * 60_000;
  return Math.min(whole, Math.max(0, sinceMs + whole - nowMs));
}

/** "14:05", as a timer shows it. */
export function timerWords(ms: number): string {
  const seconds = Math.ceil(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
