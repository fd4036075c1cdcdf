/** A line of the build check, and how it stands after what was entered. */
import type { EntryOf, Kept, LedgerEntry } from "../../ledger/entry";

/** So far from its lobe every follower under a shaft is wanted, where that can be had (assumed: as a stop's margin). */
export const WANTED_DEG = 10;

/** What is measured at a line, in mm. */
export interface LineReading {
  readonly label: string;
  /** The line is not ticked without it. */
  readonly needed: boolean;
}

export interface CheckLine {
  readonly id: string;
  /** What is done, as it is told. */
  readonly title: string;
  readonly how: string;
  /** What it is about, in a word or two: "rocker shaft of bank 1"; empty where nothing is bolted down. */
  readonly part: string;
  /** What it leads to where it is not so. */
  readonly why: string;
  /** A torque is gone over once more. */
  readonly rounds: 1 | 2;
  /** Null where there is none, or the engine's file does not give it. */
  readonly torqueNm: number | null;
  readonly reading: LineReading | null;
  /** The valves whose followers must rest while it is done; empty where the crank may stand anywhere. */
  readonly under: readonly string[];
  /** The stop at which they all rest; null where there is none, or the crank may stand anywhere. */
  readonly stop: string | null;
  /** Lines that come first. */
  readonly after: readonly string[];
  /** What is mostly said where there is no such thing. */
  readonly notHere: readonly string[];
}

type Ticked = EntryOf<"line-ticked"> & Partial<Kept>;
type NotHere = EntryOf<"line-not-here"> & Partial<Kept>;

export interface LineState {
  readonly line: CheckLine;
  /** Its rounds so far, in order. */
  readonly ticks: readonly Ticked[];
  readonly notHere: NotHere | null;
  readonly done: boolean;
}

/** Every line as it stands. `live` are the entries that stand, in order. */
export const linesAfter = (lines: readonly CheckLine[], live: readonly LedgerEntry[]): LineState[] =>
  lines.map((line) => {
    const ticks = live.filter((e) => e.kind === "line-ticked").filter((e) => e.line === line.id);
    const notHere = live.filter((e) => e.kind === "line-not-here").findLast((e) => e.line === line.id) ?? null;
    return { line, ticks, notHere, done: notHere !== null || ticks.length >= line.rounds };
  });

/** No follower ever rests under it at one crank position. */
export const neverRests = ({ under, stop }: CheckLine): boolean => under.length > 0 && stop === null;
