import { readStored, writeStored } from "../../stored";

/** How far this device's clock is behind the shop's, in ms, as it was last heard. */
const BEHIND_KEY = "fulcrata-clock-behind";

/**
 * The shop's time on a device whose own clock may say anything: what the server said last, carried on by a clock that
 * nobody can set.
 */
export class ServerClock {
  private serverMs: number;
  private heardAt: number;

  constructor(serverMs: number) {
    this.serverMs = serverMs;
    this.heardAt = performance.now();
  }

  /** Takes what the server says now. */
  sync(serverMs: number): void {
    this.serverMs = serverMs;
    this.heardAt = performance.now();
    writeStored(BEHIND_KEY, serverMs - Date.now());
  }

  /**
   * When something is made now. A page that was opened from what the device keeps was read long ago: then the device's
   * clock, put right by what the shop said last, knows better.
   */
  made(): number {
    const behindMs = readStored<number>(BEHIND_KEY);
    return behindMs === null ? this.now() : Math.max(this.now(), Date.now() + behindMs);
  }

  now(): number {
    return this.serverMs + performance.now() - this.heardAt;
  }
}
