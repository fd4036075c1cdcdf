/** Gauge studies: who reads what how often, and what they read. Append-only, but for when one is ended. */
import { sql } from "drizzle-orm";
import {
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import { lengthMm, moment } from "./columns";
import { people, shops } from "./shop";

export const gaugeStudies = pgTable(
  "gauge_studies",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    name: text().notNull(),
    /** How wide the band is that is judged so. */
    bandMm: lengthMm().notNull(),
    /** Who reads: their place gives everybody an order of their own. */
    people: uuid().array().notNull(),
    valves: text().array().notNull(),
    times: integer().notNull(),
    /** The true gaps, where they are known. */
    knownMm: jsonb().$type<Readonly<Record<string, number>>>(),
    seed: integer().notNull(),
    by: uuid().notNull(),
    at: moment().notNull().defaultNow(),
    /** Since when nobody reads on; whoever was not through by then does not count. */
    endedAt: moment(),
  },
  (t) => [
    primaryKey({ name: "gauge_studies_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "gauge_studies_by",
      columns: [t.shopId, t.by],
      foreignColumns: [people.shopId, people.id],
    }),
    index("gauge_studies_newest").on(t.shopId, t.at),
    check("gauge_studies_name", sql`length(trim(${t.name})) between 1 and 80`),
    check("gauge_studies_band", sql`${t.bandMm} > 0`),
    check("gauge_studies_people", sql`cardinality(${t.people}) between 1 and 5`),
    check("gauge_studies_valves", sql`cardinality(${t.valves}) between 2 and 24`),
    check("gauge_studies_times", sql`${t.times} between 2 and 5`),
  ],
);

export const gaugeReadings = pgTable(
  "gauge_readings",
  {
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    studyId: uuid().notNull(),
    personId: uuid().notNull(),
    valve: text().notNull(),
    time: integer().notNull(),
    valueMm: lengthMm().notNull(),
    /** As it was read. */
    text: text().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "gauge_readings_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "gauge_readings_study",
      columns: [t.shopId, t.studyId],
      foreignColumns: [gaugeStudies.shopId, gaugeStudies.id],
    }),
    foreignKey({
      name: "gauge_readings_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    unique("gauge_readings_once").on(t.shopId, t.studyId, t.personId, t.valve, t.time),
    check("gauge_readings_value", sql`${t.valueMm} >= 0`),
  ],
);
