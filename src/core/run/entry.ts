/**
 * Entries of a job's ledger. An entry is never changed: a correction is a new entry that names
 * what it supersedes, and taking one back is an entry too (`withdrawn`).
 */
import type { School } from "../lash/school";
import type { ZeroSchool } from "../preload/zeroLash";
import type { Felt } from "../shims/tries";

interface EntryBase {
  /** Made by the client, so that sending it twice counts once. */
  readonly id: string;
  /** The live entry that this one replaces or takes back. */
  readonly supersedes: string | null;
}

/** The crank was turned to a stop of the route, and its sign was checked. */
export interface ArrivedEntry extends EntryBase {
  readonly kind: "arrived";
  readonly stop: string;
}

/**
 * `as-found` before anything was turned at this valve, `set` after turning with the lock loose,
 * `as-left` after locking, `re-check` once more after it was left.
 */
export const PASSES = ["as-found", "set", "as-left", "re-check"] as const;
export type Pass = (typeof PASSES)[number];

/** One leaf or stack as it is printed, and the thickness computed with. Zero = no leaf goes. */
export interface LeafMark {
  readonly mm: number;
  readonly text: string;
}

export interface ReadingEntry extends EntryBase {
  readonly kind: "reading";
  readonly valve: string;
  readonly stop: string;
  readonly pass: Pass;
  /** The lash is at least this… */
  readonly goes: LeafMark;
  /** …and under this. */
  readonly noGo: LeafMark;
  /** How it was felt; a gauge has no school, and wires at the plunger read its depth. */
  readonly school: School | "gauge" | "wire";
  /** The leaf that dragged, or what the gauge held; null where two leaves make the reading. */
  readonly value: LeafMark | null;
  /** The set or the gauge that was in hand; null for the job's own set. */
  readonly instrument: string | null;
  /** Why it was read although this stop does not serve the valve; null when it does. */
  readonly reason: string | null;
}

/** The adjuster was turned. Signed turns as advised, positive = in; null when not computed. */
export interface SetEntry extends EntryBase {
  readonly kind: "set";
  readonly valve: string;
  readonly stop: string;
  readonly turns: number | null;
  /** What was aimed at before locking; null when not known. */
  readonly aimMm: number | null;
  /** True when it was locked in the same go; false while its lock is loose. */
  readonly locked: boolean;
}

/** A hydraulic lifter was brought to zero lash: turns are counted from here. */
export interface ZeroedEntry extends EntryBase {
  readonly kind: "zeroed";
  readonly valve: string;
  readonly stop: string;
  readonly school: ZeroSchool;
  /** The turns it took out to come here, as it was found; null when not counted. */
  readonly foundTurns: number | null;
  /** Felt the other way only to compare: how many turns from the valve's zero, positive = further in; null when this is the zero. */
  readonly apartTurns: number | null;
  /** Why it was set although this stop does not serve the valve; null when it does. */
  readonly reason: string | null;
}

/** A part of another length was fitted where no screw sets the gap. */
export interface FittedEntry extends EntryBase {
  readonly kind: "fitted";
  readonly valve: string;
  readonly stop: string;
  /** What was taken out, in mm; null when it was not measured. */
  readonly fromMm: number | null;
  readonly lengthMm: number;
  /** Where it comes from: a valve of this engine, a part of the drawers; null where nobody keeps count. */
  readonly partFrom: string | null;
  /** Which of the two parts of a positively closed valve; null on all else. */
  readonly part: PairPart | null;
  /** How the half-rings went in, as it was said; null when nothing was. */
  readonly rings: string | null;
  /** With what the part that came out was measured; null = by its mark, by leaves, or not at all. */
  readonly instrument: string | null;
}

export const PAIR_PARTS = ["opener", "closer"] as const;
export type PairPart = (typeof PAIR_PARTS)[number];

/** The gap with the closing rocker pressed home: opener and closer gap together. */
export interface LoadedEntry extends EntryBase {
  readonly kind: "loaded";
  readonly valve: string;
  readonly stop: string;
  readonly goes: LeafMark;
  readonly noGo: LeafMark;
}

/** The cam was turned over the closer's base circle, and this was felt. */
export interface TriedEntry extends EntryBase {
  readonly kind: "tried";
  readonly valve: string;
  readonly stop: string;
  readonly felt: Felt;
}

/** Holes near the work were plugged and counted, and this is the state in which all is felt. */
export interface PluggedEntry extends EntryBase {
  readonly kind: "plugged";
  readonly count: number;
  /** Belts, springs and clips, on or off, in words. */
  readonly gear: string;
}

/** The bridge over two valves was looked at: both touch, with or without its screw having been turned. */
export interface BridgedEntry extends EntryBase {
  readonly kind: "bridged";
  readonly valve: string;
  readonly stop: string;
  readonly turned: boolean;
}

/** Parts were ordered, or laid out: what was wanted, as it was written. */
export interface OrderedEntry extends EntryBase {
  readonly kind: "ordered";
  readonly list: string;
}

/** Said before the wait was over: squeezed lifters have bled down. */
export interface BledEntry extends EntryBase {
  readonly kind: "bled";
  readonly reason: string;
}

/** The temperature of the engine, taken during the job. */
export interface WarmthEntry extends EntryBase {
  readonly kind: "warmth";
  readonly celsius: number;
}

/** The lock of an adjuster that had been turned was tightened. */
export interface LockedEntry extends EntryBase {
  readonly kind: "locked";
  readonly valve: string;
  readonly stop: string;
}

/** The valve is done: the entry named is its as-left, a reading or the turn that set a preload. */
export interface LeftEntry extends EntryBase {
  readonly kind: "left";
  readonly valve: string;
  readonly reading: string;
  /** Why it is left outside its band; null when it is in. */
  readonly reason: string | null;
}

/** A valve that was done is to be looked at again. */
export interface ReopenedEntry extends EntryBase {
  readonly kind: "reopened";
  readonly valve: string;
  readonly reason: string;
}

/** The engine was turned over two full turns by hand. */
export interface BarredEntry extends EntryBase {
  readonly kind: "barred";
}

/** A girdle, a spacer or a rocker shaft was tightened: every valve under it is read again. */
export interface TightenedEntry extends EntryBase {
  readonly kind: "tightened";
  readonly part: string;
}

/** A question that the readings raised was answered, with what was found. */
export interface AnsweredEntry extends EntryBase {
  readonly kind: "answered";
  readonly question: string;
  readonly reason: string;
}

/** What is done once before a job is closed; `recheck` stands for leaving the re-check out. */
export const CLOSE_ITEMS = ["recheck", "plugs", "locks", "cleared", "drive", "started"] as const;
export type CloseItem = (typeof CLOSE_ITEMS)[number];

export interface CheckedEntry extends EntryBase {
  readonly kind: "checked";
  readonly item: CloseItem;
  /** Why it was not done; null when it was. */
  readonly reason: string | null;
}

/** Work was broken off: whoever comes back says first where the crank is. */
export interface PausedEntry extends EntryBase {
  readonly kind: "paused";
  readonly reason: string;
}

export interface WithdrawnEntry extends EntryBase {
  readonly kind: "withdrawn";
  readonly supersedes: string;
}

export interface ClosedEntry extends EntryBase {
  readonly kind: "closed";
}

/** A second person checked the closed job. */
export interface SignedEntry extends EntryBase {
  readonly kind: "signed";
}

export type ValveWork =
  | ReadingEntry
  | SetEntry
  | LockedEntry
  | LeftEntry
  | ReopenedEntry
  | ZeroedEntry
  | FittedEntry
  | LoadedEntry
  | TriedEntry
  | BridgedEntry;
export type Entry =
  | ValveWork
  | PluggedEntry
  | OrderedEntry
  | BledEntry
  | WarmthEntry
  | ArrivedEntry
  | BarredEntry
  | TightenedEntry
  | AnsweredEntry
  | CheckedEntry
  | PausedEntry
  | WithdrawnEntry
  | ClosedEntry
  | SignedEntry;

/** An entry as the shop keeps it: with its place in the ledger, who made it, and when (ISO 8601). */
export type KeptEntry = Entry & { readonly seq: number; readonly personId: string; readonly at: string };

/** An entry that may not be kept yet: `at` is then what this device takes for the shop's time. */
export type Made = (Entry | KeptEntry) & { readonly at?: string };

/** Entries that still stand, in ledger order: neither superseded nor withdrawals themselves. */
export function liveEntries<E extends Entry>(entries: readonly E[]): E[] {
  const gone = new Set(entries.map((e) => e.supersedes));
  return entries.filter((e) => !gone.has(e.id) && e.kind !== "withdrawn");
}

export const isValveWork = (entry: Entry): entry is ValveWork => "valve" in entry;

/** Work that changes nothing at the valve: its reading stands. */
export const onlyFelt = (entry: ValveWork): boolean =>
  entry.kind === "loaded" || entry.kind === "tried" || (entry.kind === "bridged" && !entry.turned);
