/**
 * Readings of a finished job's valves in the other state than the job's, with nothing turned in between:
 * with the as-left they make the pairs that a growth is known from. Append-only; of several for one
 * valve the last counts.
 */
import { sql } from "drizzle-orm";
import { check, foreignKey, index, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { degrees, lengthMm, moment } from "./columns";
import { jobValves, jobs } from "./jobs";
import { people } from "./shop";

export const stateReadings = pgTable(
  "state_readings",
  {
    /** Made by the client: the same reading sent twice is one. */
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    valve: text().notNull(),
    state: text({ enum: ["cold", "hot"] }).notNull(),
    goesMm: lengthMm().notNull(),
    goesText: text().notNull(),
    noGoMm: lengthMm().notNull(),
    noGoText: text().notNull(),
    temperatureC: degrees(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
    /** The pair counts for nothing from here on, and why; null for a reading. */
    outReason: text(),
  },
  (t) => [
    foreignKey({ name: "state_readings_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "state_readings_valve",
      columns: [t.shopId, t.jobId, t.valve],
      foreignColumns: [jobValves.shopId, jobValves.jobId, jobValves.valve],
    }),
    foreignKey({
      name: "state_readings_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    primaryKey({ name: "state_readings_key", columns: [t.shopId, t.id] }),
    index("state_readings_of_job").on(t.shopId, t.jobId),
    check("state_readings_state", sql`${t.state} in ('cold', 'hot')`),
    check("state_readings_sense", sql`${t.goesMm} >= 0 and ${t.noGoMm} > ${t.goesMm} and ${t.noGoMm} <= 10`),
    check("state_readings_out", sql`length(trim(${t.outReason})) between 1 and 300`),
    check("state_readings_temperature", sql`${t.temperatureC} between -60 and 250`),
  ],
);
