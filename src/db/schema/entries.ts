/**
 * The ledger of a job: append-only. Its columns are those that the kinds of entries fill (`core/job/ledger`); the rules
 * in `db/functions` refuse changes, entries of another shape, work on a closed job, a valve left out of band without a
 * reason or with its lock loose, closing while a valve is open, and a signature by whoever closed.
 */
import { sql } from "drizzle-orm";
import {
  type AnyPgColumn,
  boolean,
  check,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import { type ColumnType, ENTRY_COLUMNS } from "@/core/job/ledger/fields";
import type { EntryKind } from "@/core/job/ledger/kinds";
import { degrees, lengthMm, moment, order } from "./columns";
import { jobValves, jobs } from "./jobs";
import { entryKinds } from "./lists";
import { people } from "./shop";

const COLUMN_OF = {
  text: () => text(),
  id: () => uuid(),
  length: lengthMm,
  figure: degrees,
  whole: () => integer(),
  flag: () => boolean(),
} as const satisfies Readonly<Record<ColumnType, () => unknown>>;

type Columns = {
  [C in keyof typeof ENTRY_COLUMNS]: ReturnType<(typeof COLUMN_OF)[(typeof ENTRY_COLUMNS)[C]]>;
};

/** A column for each that the kinds of entries name. */
const detailColumns = (): Columns =>
  // Built by name: the type above says which is which.
  Object.fromEntries(Object.entries(ENTRY_COLUMNS).map(([name, type]) => [name, COLUMN_OF[type]()])) as Columns;

export const entries = pgTable(
  "entries",
  {
    /** Made by the client: the same entry sent twice is one entry. */
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    seq: order().notNull(),
    kind: text().$type<EntryKind>().notNull(),
    supersedes: uuid(),
    personId: uuid().notNull(),
    /** As it was when it was made; the database enters it. */
    personName: text().notNull().default(""),
    /** Who gave their word for it, where whoever made it may not alone; the database enters the name. */
    wordBy: uuid(),
    wordByName: text(),
    /** When the shop took it: the database's own time. */
    at: moment().notNull().defaultNow(),
    /** When it was made, by the device's clock put right. */
    madeAt: moment().notNull().defaultNow(),
    ...detailColumns(),
  },
  (t) => {
    const kindIs = (kind: EntryKind) => sql`${t.kind} = ${sql.raw(`'${kind}'`)}`;
    const here = (id: AnyPgColumn, name: string) =>
      foreignKey({ name, columns: [t.shopId, t.jobId, id], foreignColumns: [t.shopId, t.jobId, t.id] });
    return [
      primaryKey({ name: "entries_key", columns: [t.shopId, t.id] }),
      unique("entries_of_job").on(t.shopId, t.jobId, t.id),
      unique("entries_in_order").on(t.shopId, t.jobId, t.seq),
      unique("entries_superseded_once").on(t.shopId, t.supersedes),
      uniqueIndex("entries_closed_once").on(t.shopId, t.jobId).where(kindIs("closed")),
      uniqueIndex("entries_signed_once").on(t.shopId, t.jobId).where(kindIs("signed")),
      index("entries_ended_in_shop")
        .on(t.shopId, t.at)
        .where(sql`${t.kind} in ('closed', 'called-off')`),
      index("entries_fitted_in_shop").on(t.shopId, t.at).where(kindIs("fitted")),
      foreignKey({ name: "entries_kind", columns: [t.kind], foreignColumns: [entryKinds.kind] }),
      foreignKey({
        name: "entries_job",
        columns: [t.shopId, t.jobId],
        foreignColumns: [jobs.shopId, jobs.id],
      }),
      foreignKey({
        name: "entries_person",
        columns: [t.shopId, t.personId],
        foreignColumns: [people.shopId, people.id],
      }),
      foreignKey({
        name: "entries_word_by",
        columns: [t.shopId, t.wordBy],
        foreignColumns: [people.shopId, people.id],
      }),
      check("entries_word_of_another", sql`${t.wordBy} <> ${t.personId}`),
      foreignKey({
        name: "entries_valve",
        columns: [t.shopId, t.jobId, t.valve],
        foreignColumns: [jobValves.shopId, jobValves.jobId, jobValves.valve],
      }),
      here(t.supersedes, "entries_supersedes"),
      here(t.readingId, "entries_reading"),
      check("entries_seq", sql`${t.seq} > 0`),
      check("entries_not_itself", sql`${t.supersedes} <> ${t.id}`),
      check("entries_reading_sense", sql`${t.goesMm} >= 0 and ${t.noGoMm} > ${t.goesMm} and ${t.noGoMm} <= 10`),
      check(
        "entries_value",
        sql`(${t.valueMm} is null) = (${t.valueText} is null) and ${t.valueMm} between ${t.goesMm} and ${t.noGoMm}`,
      ),
      check("entries_reason", sql`length(trim(${t.reason})) between 1 and 300`),
      check("entries_instrument", sql`length(${t.instrument}) between 1 and 60`),
      check("entries_aim", sql`${t.aimMm} between -10 and 10`),
      check("entries_zero_turns", sql`${t.foundTurns} between 0 and 20 and ${t.apartTurns} between -5 and 5`),
      check("entries_lengths", sql`${t.lengthMm} > 0 and ${t.fromMm} > 0`),
      check("entries_part_from", sql`length(${t.partFrom}) between 1 and 80`),
      check("entries_count", sql`${t.count} between 0 and 719`),
      check("entries_celsius", sql`${t.celsius} between -60 and 250`),
      check("entries_turns", sql`${t.turns} between -50 and 50`),
    ];
  },
);
