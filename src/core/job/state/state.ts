/** Where a job stands: folded from its ledger, never stored. */
import type { TightenedPart } from "../../engine/engineFile";
import type { Verdict } from "../../lash/judge";
import type { RouteStop } from "../../stops/route";
import type { JobValve } from "../job";
import type { EntryOf, Kept, LeftEntry, LedgerEntry, LedgerValveEntry, ReadingEntry } from "../ledger/entry";
import type { CloseItem } from "../ledger/kinds";
import type { Question } from "../questions/question";

/**
 * A gap: unread → read (or slack: nothing to find) → turned (lock loose) → inBandUnlocked (read so) → locked → read → done. A preload:
 * unread → zeroed → turned → locked → done. `due` was done, and must be looked at once more: after two turns
 * by hand, a part tightened over it, or a tick heard.
 */
export type ValveStatus =
  "unread" | "read" | "slack" | "zeroed" | "turned" | "inBandUnlocked" | "locked" | "due" | "done";

/** A valve of a job. `Own` is what its kind of work keeps there beside. */
export interface ValveState<Own = unknown> {
  readonly valve: JobValve;
  readonly status: ValveStatus;
  readonly asFound: ReadingEntry | null;
  readonly last: ReadingEntry | null;
  readonly left: LeftEntry | null;
  /** It stays unread, and why; null where it does not. */
  readonly skipped: EntryOf<"skipped"> | null;
  /** Of the last reading, against the band; null before any, and while the lock is loose. */
  readonly verdict: Verdict | null;
  /** In its band, but further from the aim than this job allows. */
  readonly offAim: boolean;
  /** The part that this job fitted last, in mm; null when none was. */
  readonly fittedMm: number | null;
  /** Its bridge has not been looked at yet. */
  readonly bridgeOpen: boolean;
  /** What was done at it and still stands, in order. */
  readonly work: readonly LedgerValveEntry[];
  readonly own: Own;
}

/** A temperature of the engine; `at` is left out while it is not known when. */
export interface TakenTemperature {
  readonly at: string | undefined;
  readonly celsius: number;
}

/** A lifter that was squeezed: at which stop, and when the shop kept it; left out while it has not. */
export interface Squeeze {
  readonly valve: string;
  readonly stop: string;
  readonly at: string | undefined;
}

export interface JobState<Own = unknown> {
  readonly valves: ReadonlyMap<string, ValveState<Own>>;
  /** The entries that stand, in order. */
  readonly live: readonly LedgerEntry[];
  /** The stop at which the crank is known to stand; null before the first, and once anything else may have turned it. */
  readonly stop: RouteStop | null;
  /** The crank angle at which it was found, at no stop; null where it was not. */
  readonly foundDeg: number | null;
  /** Valves that were worked on since the crank's place was last proved. */
  readonly workedSinceProof: readonly string[];
  readonly doneCount: number;
  /** The job was broken off and nobody came back yet. */
  readonly paused: (EntryOf<"paused"> & Partial<Kept>) | null;
  /** Some valve has no as-found yet, and this job reads all of them first. */
  readonly surveying: boolean;
  /** Parts that were not tightened since the lash of a valve under them was changed. */
  readonly untightened: readonly TightenedPart[];
  /** The engine is to be turned over by hand, and read again, before it is closed. */
  readonly turnOverNeeded: boolean;
  /** What was done for closing since the last work on a valve. */
  readonly checked: ReadonlyMap<CloseItem, EntryOf<"checked">>;
  readonly questions: readonly Question[];
  /** Where and when pumped-up lifters were squeezed that are not said to have bled down. */
  readonly squeezed: readonly Squeeze[];
  readonly temperatures: readonly TakenTemperature[];
  /** A part was fitted since the engine was last turned over. */
  readonly unseated: boolean;
  /** Holes plugged at the start; null while nobody said. */
  readonly plugged: EntryOf<"plugged"> | null;
  /** Parts were ordered or laid out since the last reading as found. */
  readonly ordered: boolean;
  readonly closed: LedgerEntry | null;
  /** Why it was called off; null while it was not. */
  readonly calledOff: EntryOf<"called-off"> | null;
  /** Closed or called off: nothing is entered any more but a signature. */
  readonly ended: boolean;
  readonly signed: boolean;
  /** What the fold carries from entry to entry. */
  readonly tally: Tally;
}

/** Of one valve, what the fold carries; places are indices among the entries that stand. */
export interface ValveTally {
  readonly work: readonly LedgerValveEntry[];
  /** The last entry that says how it stands, and its place. */
  readonly latest: { readonly entry: LedgerValveEntry; readonly place: number } | null;
  /** Since then it must be read once more; -1 for never. */
  readonly duePlace: number;
  /** Its lash was changed since the engine was last turned over. */
  readonly changedSinceTurnedOver: boolean;
  /** Entries that were made with the crank elsewhere than was thought: they tell nothing of the valve. */
  readonly astray: ReadonlySet<string>;
}

/** What the fold carries: the least from which a state follows. Places are -1 where there is none. */
export interface Tally {
  readonly live: readonly LedgerEntry[];
  readonly valves: ReadonlyMap<string, ValveTally>;
  readonly stop: string | null;
  readonly foundDeg: number | null;
  /** When the crank's place was last proved. */
  readonly provedPlace: number;
  readonly workPlace: number;
  readonly changePlace: number;
  readonly fittedPlace: number;
  readonly foundPlace: number;
  readonly orderedPlace: number;
  readonly turnedOverPlace: number;
  readonly checked: ReadonlyMap<CloseItem, { readonly entry: EntryOf<"checked">; readonly place: number }>;
  readonly tightenedPlaces: ReadonlyMap<string, number>;
  readonly changedPlaces: ReadonlyMap<string, number>;
  readonly squeezed: JobState["squeezed"];
  readonly temperatures: readonly TakenTemperature[];
  readonly plugged: EntryOf<"plugged"> | null;
  readonly closed: LedgerEntry | null;
  readonly calledOff: JobState["calledOff"];
  readonly signed: boolean;
}

/** The reading that counts as as-left; null until the valve is done. */
export const asLeft = (valve: ValveState): ReadingEntry | null => (valve.left === null ? null : valve.last);
