/**
 * What the database knows of kinds: of entries (what they do to a valve, which columns they fill) and of work (how its
 * gaps are read, which entries have a place in it). Written from the core when a database is made ready, and read by
 * the rules in `db/functions`; the app's role may only read them.
 */
import { boolean, foreignKey, pgTable, primaryKey, text } from "drizzle-orm/pg-core";

export const entryKinds = pgTable("entry_kinds", {
  kind: text().primaryKey(),
  atValve: boolean().notNull(),
  effect: text().notNull(),
  /** It names the entry that it takes back. */
  takesBack: boolean().notNull(),
});

/** The columns that a kind of entry fills. */
export const entryFields = pgTable(
  "entry_fields",
  {
    kind: text().notNull(),
    columnName: text().notNull(),
    required: boolean().notNull(),
    /** The words that it may hold; null where it may hold any. */
    words: text().array(),
  },
  (t) => [
    primaryKey({ name: "entry_fields_key", columns: [t.kind, t.columnName] }),
    foreignKey({ name: "entry_fields_kind", columns: [t.kind], foreignColumns: [entryKinds.kind] }),
  ],
);

export const taskKinds = pgTable("task_kinds", {
  kind: text().primaryKey(),
  judgesReadings: boolean().notNull(),
  readsWires: boolean().notNull(),
  keepsColdGap: boolean().notNull(),
  /** Its gaps may be read in either state of the engine. */
  eitherState: boolean().notNull(),
});

/** Entries that have a place in a kind of work, of those that not every job has. */
export const taskEntries = pgTable("task_entries", { task: text().notNull(), kind: text().notNull() }, (t) => [
  primaryKey({ name: "task_entries_key", columns: [t.task, t.kind] }),
  foreignKey({ name: "task_entries_task", columns: [t.task], foreignColumns: [taskKinds.kind] }),
  foreignKey({ name: "task_entries_kind", columns: [t.kind], foreignColumns: [entryKinds.kind] }),
]);

/** The rules that were applied, by file, with the hash of what was applied. */
export const appliedFunctions = pgTable("applied_functions", {
  name: text().primaryKey(),
  hash: text().notNull(),
});
