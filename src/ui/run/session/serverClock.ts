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
  }

  now(): number {
    return this.serverMs + performance.now() - this.heardAt;
  }
}
