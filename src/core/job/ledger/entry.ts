/**
 * Entries of a job's ledger, as their kinds describe them. An entry is never changed: taking one back is an entry too
 * (`withdrawn`), the only kind that names another.
 */
import type { Held } from "./fields";
import { ENTRY_KINDS, type EntryKind } from "./kinds";

export interface EntryBase {
  /** Made by the client, so that sending it twice counts once. */
  readonly id: string;
  readonly supersedes: null;
}

type FieldsOf<K extends EntryKind> = (typeof ENTRY_KINDS)[K]["fields"];

/** An entry of one kind. */
export type EntryOf<K extends EntryKind> = (K extends "withdrawn"
  ? { readonly id: string; readonly supersedes: string }
  : EntryBase) & { readonly kind: K } & { readonly [F in keyof FieldsOf<K>]: Held<FieldsOf<K>[F]> };

export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

export type ReadingEntry = EntryOf<"reading">;
export type SetEntry = EntryOf<"set">;
export type FittedEntry = EntryOf<"fitted">;
export type LeftEntry = EntryOf<"left">;
export type ZeroedEntry = EntryOf<"zeroed">;
export type LoadedGapEntry = EntryOf<"loaded-gap">;

/** Kinds that are about one valve. */
export type ValveEntryKind = { [K in EntryKind]: "valve" extends keyof FieldsOf<K> ? K : never }[EntryKind];
export type ValveEntry = { [K in ValveEntryKind]: EntryOf<K> }[ValveEntryKind];

/** What is known of an entry once the shop has it. Times are ISO 8601. */
export interface Kept {
  /** Its place in the ledger. */
  readonly seq: number;
  readonly personId: string;
  /** The name of whoever made it, as it was then. */
  readonly personName: string;
  /** Who gave their word for it, where whoever made it may not alone. */
  readonly wordByName?: string | null;
  /** When the shop took it: waits are reckoned from here. */
  readonly at: string;
  /** When it was made, by the device's clock put right; earlier than `at` where it waited on the device. */
  readonly madeAt: string;
}
export type KeptEntry = Entry & Kept;

/** An entry that came this much later than it was made is said to be late. */
const LATE_MS = 120_000;

/** When the shop took an entry that had waited; null for all that came as they were made. */
export const arrivedLate = ({ at, madeAt }: Kept): string | null =>
  // eslint-disable-next-line no-restricted-globals -- only parses what the ledger says.
  Date.parse(at) - Date.parse(madeAt) > LATE_MS ? at : null;

/** An entry in a ledger, kept or still on its way: `at` is then what this device takes for the shop's time. */
export type LedgerEntry = Entry & Partial<Kept>;
export type LedgerValveEntry = ValveEntry & Partial<Kept>;

export const isValveEntry = <E extends Entry>(entry: E): entry is E & ValveEntry => "valve" in entry;

/**
 * Whether an entry changed the lash (or preload) of its valve, so that whatever was read before it no longer counts.
 * The one place that says so: what must be read again, turned over or tightened once more follows from it.
 */
export function changesLash(entry: Entry): boolean {
  const { effect } = ENTRY_KINDS[entry.kind];
  return effect === "changes-lash" || (effect === "changes-lash-if-turned" && "turned" in entry && entry.turned);
}

/** Work that leaves the valve as it was: its last reading stands. */
export function isOnlyFelt(entry: Entry): boolean {
  const { effect } = ENTRY_KINDS[entry.kind];
  return effect === "only-felt" || (effect === "changes-lash-if-turned" && !changesLash(entry));
}

/** The entry that this one takes back; null for all that take nothing back, whatever they name. */
export const takenBackBy = (entry: Entry): string | null => (entry.kind === "withdrawn" ? entry.supersedes : null);

/** Entries that still stand, in ledger order: neither taken back nor withdrawals themselves. */
export function liveEntries<E extends Entry>(entries: readonly E[]): E[] {
  const gone = new Set(entries.map(takenBackBy));
  return entries.filter((e) => !gone.has(e.id) && e.kind !== "withdrawn");
}

/** An entry as it is to be made: its id comes with it. */
export type Draft = Entry extends infer E ? (E extends Entry ? Omit<E, "id" | "supersedes"> : never) : never;
