/**
 * What a field of an entry may hold, as plain data: the entry's type, its columns, what the server validates
 * and what the database checks all follow from it.
 *
 * Lengths are mm, angles turns of a screw, temperatures degrees Celsius; figures are kept to a millionth.
 */

/** How a column is stored. */
export type ColumnType = "text" | "id" | "length" | "figure" | "whole" | "flag";

/** Every column that an entry may fill beside its kind, who made it and when. */
export const ENTRY_COLUMNS = {
  valve: "text",
  stop: "text",
  pass: "text",
  goesMm: "length",
  goesText: "text",
  noGoMm: "length",
  noGoText: "text",
  reason: "text",
  turns: "figure",
  readingId: "id",
  school: "text",
  valueMm: "length",
  valueText: "text",
  instrument: "text",
  aimMm: "length",
  locked: "flag",
  subject: "text",
  zeroSchool: "text",
  foundTurns: "figure",
  apartTurns: "figure",
  lengthMm: "length",
  fromMm: "length",
  partFrom: "text",
  part: "text",
  felt: "text",
  count: "whole",
  turned: "flag",
  celsius: "figure",
} as const satisfies Readonly<Record<string, ColumnType>>;
export type ColumnName = keyof typeof ENTRY_COLUMNS;

/** One leaf or stack as it is printed, and the thickness computed with, in mm. Zero = no leaf goes. */
export interface LeafMark {
  readonly mm: number;
  readonly text: string;
}

export type Rule =
  | { readonly is: "text"; readonly most: number; readonly says?: string }
  | { readonly is: "word"; readonly of: readonly string[]; readonly says?: string }
  | {
      readonly is: "number";
      readonly least: number;
      readonly most: number;
      /** The least itself is too little. */
      readonly above?: boolean;
      readonly whole?: boolean;
      readonly says: string;
      readonly range: string;
    }
  | { readonly is: "flag" }
  | { readonly is: "id" }
  | { readonly is: "leaf" };

/** A field that holds a `T`. `columns` are those it fills: two for a leaf (mm, text), else one. */
export interface Field<T> {
  readonly rule: Rule;
  readonly columns: readonly ColumnName[];
  /** It may be null. */
  readonly orNull: boolean;
  /** What its absence means: in entries of before it was asked, and from senders that leave it out. */
  readonly unsaid?: T;
  /** Entered by the server alone: whoever sends an entry must leave it null. */
  readonly byServer?: boolean;
}

/** The value that a field holds. */
export type Held<F> = F extends Field<infer T> ? T : never;

const field = <T>(rule: Rule, ...columns: readonly ColumnName[]): Field<T> => ({ rule, columns, orNull: false });

export const orNull = <T>(f: Field<T>): Field<T | null> => ({ ...f, orNull: true });
/** Null where it is left out. */
export const optional = <T>(f: Field<T>): Field<T | null> => ({ ...f, orNull: true, unsaid: null });
export const unsaid = <T>(f: Field<T>, means: T): Field<T> => ({ ...f, unsaid: means });
export const byServer = <T>(f: Field<T>): Field<T | null> => ({ ...f, orNull: true, unsaid: null, byServer: true });

/** A short name: of a valve, a stop, a part, an instrument. */
export const name = (column: ColumnName): Field<string> => field({ is: "text", most: 60 }, column);
export const text = (column: ColumnName, most: number, says?: string): Field<string> =>
  field({ is: "text", most, ...(says === undefined ? {} : { says }) }, column);
export const reason = (): Field<string> => text("reason", 300, "Give the reason in a few words.");
export const flag = (column: ColumnName): Field<boolean> => field({ is: "flag" }, column);
export const entryId = (column: ColumnName): Field<string> => field({ is: "id" }, column);
export const leaf = (mm: ColumnName, words: ColumnName): Field<LeafMark> => field({ is: "leaf" }, mm, words);
export const word = <W extends string>(column: ColumnName, of: readonly W[], says?: string): Field<W> =>
  field({ is: "word", of, ...(says === undefined ? {} : { says }) }, column);
export const number = (column: ColumnName, rule: Omit<Extract<Rule, { is: "number" }>, "is">): Field<number> =>
  field({ is: "number", ...rule }, column);
