/**
 * Entries of a job's ledger. An entry is never changed: a correction is a new entry that names
 * what it supersedes, and taking one back is an entry too (`withdrawn`).
 */

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

export type Pass = "as-found" | "as-left";

/** One leaf or stack as it is printed, and the thickness computed with. Zero = no leaf goes. */
export interface LeafMark {
  readonly mm: number;
  readonly text: string;
}

export interface ReadingEntry extends EntryBase {
  readonly kind: "reading";
  readonly valve: string;
  readonly stop: string;
  /** `as-found` before anything was turned at this valve, `as-left` after locking. */
  readonly pass: Pass;
  readonly goes: LeafMark;
  readonly noGo: LeafMark;
  /** Why it was read although this stop does not serve the valve; null when it does. */
  readonly reason: string | null;
}

/** The adjuster was turned and locked. Signed turns as advised, positive = in; null when not computed. */
export interface SetEntry extends EntryBase {
  readonly kind: "set";
  readonly valve: string;
  readonly stop: string;
  readonly turns: number | null;
}

/** The valve is done: the reading named is its as-left. */
export interface LeftEntry extends EntryBase {
  readonly kind: "left";
  readonly valve: string;
  readonly reading: string;
  /** Why it is left outside its band; null when it is in. */
  readonly reason: string | null;
}

export interface WithdrawnEntry extends EntryBase {
  readonly kind: "withdrawn";
  readonly supersedes: string;
}

export interface ClosedEntry extends EntryBase {
  readonly kind: "closed";
}

export type Entry = ArrivedEntry | ReadingEntry | SetEntry | LeftEntry | WithdrawnEntry | ClosedEntry;
export type ValveWork = ReadingEntry | SetEntry | LeftEntry;

/** An entry as the shop keeps it: with its place in the ledger, who made it, and when (ISO 8601). */
export type KeptEntry = Entry & { readonly seq: number; readonly personId: string; readonly at: string };

/** Entries that still stand, in ledger order: neither superseded nor withdrawals themselves. */
export function liveEntries<E extends Entry>(entries: readonly E[]): E[] {
  const gone = new Set(entries.map((e) => e.supersedes));
  return entries.filter((e) => !gone.has(e.id) && e.kind !== "withdrawn");
}
