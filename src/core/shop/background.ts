/** What is done without anybody asking, as a lead sees it. */

/** What is done, by its name in the queue, in words. */
export const BACKGROUND = {
  backup: "Backup",
  clear: "Clearing of what passed",
  orders: "Orders followed",
  record: "Record kept up",
} as const;
export type BackgroundKind = keyof typeof BACKGROUND;

/** One time that something was done, or is to be. */
export interface BackgroundLine {
  readonly id: string;
  readonly kind: BackgroundKind;
  readonly state: "waits" | "at it" | "done" | "to be tried again" | "given up";
  /** How often it was tried again, of how often at most. */
  readonly retries: number;
  readonly mostRetries: number;
  /** When it ended; null while it did not. */
  readonly endedAt: Date | null;
  /** When it is tried, or tried again. */
  readonly nextAt: Date;
  /** What came of it, or why it failed. */
  readonly said: string | null;
}
