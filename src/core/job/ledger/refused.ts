/** What was made at the engine and not taken into the ledger: it stays in sight until a person has dealt with it. */
import type { Entry } from "./entry";

/** Kept as a note beside the sheet, done once more, or dropped with a reason. */
export const DEALT_WITH = ["note", "again", "dropped"] as const;
export type DealtWith = (typeof DEALT_WITH)[number];

/** Entries that belonged together and came too late. Times are ISO 8601. */
export interface RefusedBatch {
  /** That of its first entry. */
  readonly id: string;
  readonly jobId: string;
  /** Who made them, by the name of then. */
  readonly person: string;
  readonly madeAt: string;
  /** What the shop said. */
  readonly why: string;
  readonly entries: readonly Entry[];
}

/** What became of it; null while nobody has dealt with it. */
export interface Dealt {
  readonly how: DealtWith;
  readonly person: string;
  readonly at: string;
  readonly reason: string | null;
}
