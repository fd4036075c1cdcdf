/** Columns that carry a unit, and the ones every record has. */
import { type Column, type SQL, sql } from "drizzle-orm";
import { integer, numeric, timestamp, uuid } from "drizzle-orm/pg-core";

/** Millimetres to a nanometre: an inch figure converts without loss. */
/** Turns of an adjuster. */
export const turns = () => numeric({ precision: 9, scale: 6, mode: "number" });
export const lengthMm = () => numeric({ precision: 9, scale: 6, mode: "number" });

/** Degrees of crank or screw, to a millionth. */
export const degrees = () => numeric({ precision: 10, scale: 6, mode: "number" });

/** A part of a whole, from 0 to 1. */
export const share = () => numeric({ precision: 5, scale: 4, mode: "number" });

export const runningHours = () => numeric({ precision: 9, scale: 1, mode: "number" });

/** Of the whole installation. What belongs to a shop is known by the shop and its own id. */
export const recordId = () => uuid().primaryKey();

export const moment = () => timestamp({ withTimezone: true, mode: "date" });

/** Money, to a thousandth of the shop's currency. */
export const money = () => numeric({ precision: 12, scale: 3, mode: "number" });

/** Whole minutes. */
export const minutes = () => integer();

export const order = () => integer();

/** A column as the database names it. */
export const columnName = (column: string): string => column.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

/** That a column holds one of these words; null passes where the column may be null. */
export const isOneOf = (column: Column, words: readonly string[]): SQL =>
  sql`${column} in (${sql.raw(words.map((w) => `'${w}'`).join(", "))})`;
