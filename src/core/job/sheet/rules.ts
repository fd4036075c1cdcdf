/** What the sheet asks of a kind of work. */
import type { Verdict } from "../../lash/judge";
import type { AnyTask, JobOf } from "../job";
import type { EntryOf, KeptEntry } from "../ledger/entry";
import type { FoldRules } from "../state/fold";
import type { JobState, ValveState } from "../state/state";
import type { LineOnSheet, SheetPreload, SheetReading, SheetWork } from "./format";

export interface SheetRules<T extends AnyTask = AnyTask, Own = unknown> extends FoldRules<T, Own> {
  /** What it is about, as the sheet names it. */
  readonly sheetWork: SheetWork;
  /** A verdict in its own words, where "tight" and "loose" are not what is said. */
  verdictName?(verdict: Verdict): string;
  /** As found, where it was not read but counted; null where it was neither. */
  asFoundCounted?(job: JobOf<T>, valve: ValveState<Own>, ledger: readonly KeptEntry[]): SheetReading | null;
  /** As left, where it rests on no reading; null where it was not counted. */
  asLeftCounted?(job: JobOf<T>, valve: ValveState<Own>, ledger: readonly KeptEntry[]): SheetReading | null;
  preload?(job: JobOf<T>, valve: ValveState<Own>): SheetPreload | null;
  /** What was exchanged at a valve, in words; null where nothing was. */
  partWords?(job: JobOf<T>, work: readonly KeptEntry[]): string | null;
  /** How even it is over the engine, in words. */
  spread?(job: JobOf<T>, state: JobState<Own>): string | null;
  /** The lines of a check as they stand, each with the entries by which it does; left out where there are none. */
  lines?(job: JobOf<T>, live: readonly KeptEntry[]): readonly LineOnSheet[];
  /** What is told of a zero lash that was found; null where nothing is. */
  zeroNote?(job: JobOf<T>, entry: EntryOf<"zeroed">): string | null;
}
