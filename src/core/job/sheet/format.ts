/** The finished job as values: the open format that is printed, shown and taken away. Lengths in mm. */
import type { CounterUnit } from "../../record/counter";
import type { ValveRole } from "../../engine/engineFile";
import type { ZeroSchool } from "../../preload/zeroLash";
import type { ServingOrder } from "../../stops/orders";
import { type KeptEntry, arrivedLate } from "../ledger/entry";
import type { ReadingSchool } from "../ledger/kinds";
import type { Purpose } from "../setup/purpose";

export const SHEET_FORMAT = "fulcrata-sheet/1";

/** Work on the gaps of valves, or on how far their lifters are pressed in. */
export type GapWork = "lash" | "preload" | "dry-gap";

/** What a job is about, as the sheet names it. */
export type SheetWork = GapWork | "build-check";

export interface SheetReading {
  /** As it was felt: "0.55–0.60 mm", "0.45 mm light drag". */
  readonly read: string;
  readonly school: ReadingSchool | ZeroSchool;
  /** What it was read with. */
  readonly instrument: string;
  readonly goes: string;
  readonly noGo: string;
  readonly goesMm: number;
  readonly noGoMm: number;
  readonly verdict: string;
  readonly by: string;
  /** When it was made. */
  readonly at: string;
  /** When it reached the shop, where it had waited on a device; null where it came at once. */
  readonly arrivedAt: string | null;
}

export interface SheetPreload {
  readonly zeroSchool: string | null;
  readonly turns: number;
  readonly plungerMm: number | null;
  readonly hotPlungerMm: number | null;
  readonly foundTurns: number | null;
  readonly foundMm: number | null;
  /** What the other school of zero lash made of it, in words; null when it was not tried. */
  readonly apart: string | null;
}

export interface SheetValve {
  readonly valve: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  readonly nominalMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  /** Of a follower that is set to a height: the block under which its gap is read. Left out where a lash is read. */
  readonly block?: { readonly mm: number; readonly text: string };
  readonly stop: string | null;
  readonly asFound: SheetReading | null;
  /** Found with its adjuster run down: there was no gap to read. */
  readonly slack: boolean;
  readonly asLeft: SheetReading | null;
  /** How often the adjuster was turned. */
  readonly timesSet: number;
  /** How the preload was set; null in other work. */
  readonly preload: SheetPreload | null;
  /** The part that was fitted, in words; null where none was. */
  readonly part: string | null;
  /** Reasons given for reading or leaving it against the rule. */
  readonly reasons: readonly string[];
}

/** A line of a build check. */
export interface SheetLine {
  readonly title: string;
  /** How often it is gone over; how often it was follows from `by`. */
  readonly rounds: 1 | 2;
  /** What was measured, in words; null where nothing was. */
  readonly reading: string | null;
  /** What was found, round by round. */
  readonly found: readonly string[];
  /** Why it has no place on this engine; null where it has. */
  readonly notHere: string | null;
  /** Who answered it, and when, round by round; empty while it is open. */
  readonly by: readonly Pick<SheetNote, "by" | "at" | "arrivedAt">[];
}

/** The build check that came before a first setting. */
export interface SheetBuildCheck {
  readonly job: string;
  readonly closedAt: string;
  readonly closedBy: string;
  readonly signedBy: string | null;
  readonly lines: readonly SheetLine[];
}

/** The same before it is said who made its entries, which are named by their ids. */
export type LineOnSheet = Omit<SheetLine, "by"> & { readonly entries: readonly string[] };

/** Something that was said or done beside reading and setting. */
export interface SheetNote {
  readonly at: string;
  readonly arrivedAt: string | null;
  readonly by: string;
  readonly what: string;
}

export interface Sheet {
  readonly format: typeof SHEET_FORMAT;
  readonly work: SheetWork;
  /** Through what readings were judged, in words; null where they were taken in the spec's own state. */
  readonly offset: string | null;
  /** Whoever is licensed to release the work; null where nobody must be named. */
  readonly licensed: string | null;
  /** How even the preload is, in words; null in other work. */
  readonly spread: string | null;
  readonly job: string;
  readonly shop: string;
  readonly engine: {
    readonly name: string;
    readonly serial: string | null;
    /** Null where its counter counts something else. */
    readonly runningHours: number | null;
    /** What its counter showed when the job was opened. */
    readonly counter: { readonly count: number; readonly unit: CounterUnit } | null;
  };
  readonly state: "cold" | "hot";
  readonly temperatureC: number | null;
  /** Of its rockers and pushrods, as it stood when the job was closed: a line each. */
  readonly geometry: readonly string[];
  readonly specSource: string | null;
  /** Other sources that were known and did not rule. */
  readonly otherSources: readonly string[];
  readonly purpose: Purpose;
  readonly note: string | null;
  readonly survey: boolean;
  readonly allToAimMm: number | null;
  readonly method: string;
  readonly servingOrder: ServingOrder;
  readonly requiredMarginDeg: number;
  readonly stops: readonly { readonly letter: string; readonly crankDeg: number; readonly watched: string | null }[];
  readonly feelerSets: readonly string[];
  readonly cautionsAccepted: readonly string[];
  readonly openedBy: string;
  readonly openedAt: string;
  readonly closedBy: string | null;
  readonly closedAt: string | null;
  readonly signedBy: string | null;
  readonly signedAt: string | null;
  /** The middle of what locking did, where it was read before and after; null where not. */
  readonly lockShiftMm: number | null;
  readonly notes: readonly SheetNote[];
  /** The lines of a build check; empty in other work. */
  readonly lines: readonly SheetLine[];
  /** Of a first setting: the build check that it follows; null where there was none. */
  readonly buildCheck: SheetBuildCheck | null;
  readonly valves: readonly SheetValve[];
}

/** What is said of an entry that had waited on a device: `shown` is when it reached the shop, null where it came at once. */
export const lateWords = (shown: string | null): string => (shown === null ? "" : `, reached the shop ${shown}`);

/** By whom, and on whose word. */
export const byWhom = ({ personName, wordByName }: KeptEntry): string =>
  wordByName == null ? personName : `${personName}, on the word of ${wordByName}`;

/** By whom and when, of an entry on the sheet. */
export const madeBy = (entry: KeptEntry): Pick<SheetNote, "by" | "at" | "arrivedAt"> => ({
  by: byWhom(entry),
  at: entry.madeAt,
  arrivedAt: arrivedLate(entry),
});
