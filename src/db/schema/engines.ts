/** Engine models (the engine file) and engines: the units that stand in the shop, with serial and hours. */
import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  doublePrecision,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import type { Counter, Deadline } from "@/core/record/due";
import { COUNTER_UNITS } from "@/core/record/counter";
import type { EngineFile } from "@/core/engine/engineFile";
import { isOneOf, moment, runningHours } from "./columns";
import { people, shops } from "./shop";

export const engineModels = pgTable(
  "engine_models",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    file: json().$type<EngineFile>().notNull(),
    /** Of the file, for what is searched. */
    name: text()
      .notNull()
      .generatedAlwaysAs(sql`coalesce(file->>'name', '')`),
    notes: text().generatedAlwaysAs(sql`file->>'notes'`),
    /** Reading it out of the file of every engine would be most of the work of a list. */
    sector: text().generatedAlwaysAs(sql`file->>'sector'`),
    changedAt: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "engine_models_key", columns: [t.shopId, t.id] }),
    check("engine_models_format", sql`${t.file}->>'format' = 'fulcrata-engine/1'`),
  ],
);

export const engines = pgTable(
  "engines",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    modelId: uuid().notNull(),
    serial: text(),
    /** In what its use is counted; it stays so once its counter was looked at. */
    counterUnit: text({ enum: COUNTER_UNITS }).notNull().default("h"),
    /** What its counter shows, in its own unit. */
    runningHours: runningHours(),
    /** What the looks at its counter tell: made again with each look, so that lists need not go through them. */
    counter: jsonb().$type<Counter>(),
    /** Whose it is and where it stands, as one would say it. */
    customer: text(),
    /** Since when it is gone from the shop; its book stays. */
    archivedAt: moment(),
    addedAt: moment().notNull().defaultNow(),
    /** When to look again by the maker's or the shop's own rule: after so much use (in the unit of its counter), or so many days, whichever comes first. */
    intervalHours: runningHours(),
    intervalDays: integer(),
    /** The rule as one would say it: "with every oil change". */
    intervalWords: text(),
    /** When it is due by what is known: made again with whatever it follows from, so that lists need not reckon. */
    deadline: jsonb().$type<Deadline>(),
    /** Of the deadline, for what is sorted: days since 1970, or days left at a usual pace. */
    dueDay: doublePrecision().generatedAlwaysAs(sql`(deadline->>'day')::float8`),
    dueDaysLeft: doublePrecision().generatedAlwaysAs(sql`(deadline->>'daysLeft')::float8`),
    /** What it follows from has changed where nobody made it again; it is kept up with. */
    deadlineStale: boolean().notNull().default(false),
  },
  (t) => [
    index("engines_due").on(t.shopId, t.dueDay),
    check("engines_interval_hours", sql`${t.intervalHours} > 0`),
    check("engines_interval_days", sql`${t.intervalDays} between 1 and 7300`),
    check("engines_interval_words", sql`length(trim(${t.intervalWords})) between 1 and 120`),
    primaryKey({ name: "engines_key", columns: [t.shopId, t.id] }),
    unique("engines_serial_once").on(t.shopId, t.modelId, t.serial),
    foreignKey({
      name: "engines_model",
      columns: [t.shopId, t.modelId],
      foreignColumns: [engineModels.shopId, engineModels.id],
    }),
    check("engines_customer", sql`length(trim(${t.customer})) between 1 and 120`),
    check("engines_hours", sql`${t.runningHours} >= 0`),
    check("engines_counter_unit", isOneOf(t.counterUnit, COUNTER_UNITS)),
  ],
);

/** Owners and customers, and the engines that they may look at. */
export const engineViewers = pgTable(
  "engine_viewers",
  {
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    engineId: uuid().notNull(),
    personId: uuid().notNull(),
  },
  (t) => [
    primaryKey({ name: "engine_viewers_key", columns: [t.shopId, t.engineId, t.personId] }),
    index("engine_viewers_of_person").on(t.shopId, t.personId),
    foreignKey({
      name: "engine_viewers_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    foreignKey({
      name: "engine_viewers_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
  ],
);
