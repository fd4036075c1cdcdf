/** Opener and closer of a valve exchanged: what is entered. Lengths in mm. */
import type { FittedEntry } from "../../ledger/entry";
import type { OpenerCloserPart } from "../../ledger/kinds";

export interface Exchanged {
  readonly part: OpenerCloserPart;
  readonly fromMm: number;
  readonly toMm: number;
  /** Null where it was made to size. */
  readonly stockId: string | null;
  /** As it was read when it came out; null when that was known. */
  readonly outText: string | null;
}

interface Doing {
  readonly valve: string;
  readonly stop: string;
  readonly collets: string | null;
  /** With what it was measured; null by its mark. */
  readonly instrument: string | null;
  readonly idFor: (part: OpenerCloserPart) => string;
}

export const exchangedEntries = (
  fits: readonly Exchanged[],
  { valve, stop, collets, instrument, idFor }: Doing,
): FittedEntry[] =>
  fits.map((f) => ({
    id: idFor(f.part),
    supersedes: null,
    kind: "fitted",
    valve,
    stop,
    fromMm: f.fromMm,
    lengthMm: f.toMm,
    partFrom: f.stockId === null ? null : `part ${f.stockId}`,
    part: f.part,
    collets: f.part === "closer" ? collets : null,
    instrument: f.outText === null ? null : instrument,
  }));
