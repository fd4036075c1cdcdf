/** What closed jobs found and left, written once at closing; and what engines ran. It follows from the ledgers, and can be made again. */
import { sql } from "drizzle-orm";
import { check, foreignKey, index, integer, json, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { COUNTER_UNITS } from "@/core/record/counter";
import type { KeptLockShift } from "@/core/job/record/resultOf";
import { isOneOf, lengthMm, moment, runningHours, share, turns } from "./columns";
import { engines } from "./engines";
import { jobs } from "./jobs";
import { people, shops } from "./shop";

export const jobResults = pgTable(
  "job_results",
  {
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    jobId: uuid().notNull(),
    engineId: uuid().notNull(),
    closedAt: moment().notNull(),
    /** What the engine's counter showed when the job was opened, in its own unit. */
    runningHours: runningHours(),
    state: text({ enum: ["cold", "hot"] }).notNull(),
    specState: text({ enum: ["cold", "hot"] }).notNull(),
    work: text({ enum: ["lash", "preload", "dry-gap"] }).notNull(),
    /** What locking did, in mm, by whose hand; null where it was written before that was kept. */
    lockShifts: json().$type<readonly KeptLockShift[]>(),
  },
  (t) => [
    primaryKey({ name: "job_results_key", columns: [t.shopId, t.jobId] }),
    foreignKey({ name: "job_results_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "job_results_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    index("job_results_of_engine").on(t.shopId, t.engineId, t.closedAt),
    check("job_results_state", isOneOf(t.state, ["cold", "hot"])),
    check("job_results_spec_state", isOneOf(t.specState, ["cold", "hot"])),
    check("job_results_work", isOneOf(t.work, ["lash", "preload", "dry-gap"])),
  ],
);

export const valveResults = pgTable(
  "valve_results",
  {
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    valve: text().notNull(),
    position: integer().notNull(),
    role: text({ enum: ["intake", "exhaust", "injector"] }).notNull(),
    nominalMm: lengthMm().notNull(),
    lowMm: lengthMm().notNull(),
    highMm: lengthMm().notNull(),
    offsetMm: lengthMm().notNull(),
    foundLoMm: lengthMm(),
    foundHiMm: lengthMm(),
    leftLoMm: lengthMm(),
    leftHiMm: lengthMm(),
    /** The entry that says what it was left at; null also where it was written before that was kept. */
    leftReading: uuid(),
    foundBy: uuid(),
    leftBy: uuid(),
    /** Of a hydraulic lifter: turns from zero lash, and how deep its plunger stood. */
    foundTurns: turns(),
    foundPlungerMm: lengthMm(),
    leftTurns: turns(),
    leftPlungerMm: lengthMm(),
    timesSet: integer().notNull(),
    fittedMm: lengthMm(),
    answers: text().array().notNull(),
    /** Why what was found tells nothing of wear; null where it does. */
    breaks: text(),
  },
  (t) => [
    primaryKey({ name: "valve_results_key", columns: [t.shopId, t.jobId, t.valve] }),
    foreignKey({
      name: "valve_results_job",
      columns: [t.shopId, t.jobId],
      foreignColumns: [jobResults.shopId, jobResults.jobId],
    }),
    foreignKey({
      name: "valve_results_found_by",
      columns: [t.shopId, t.foundBy],
      foreignColumns: [people.shopId, people.id],
    }),
    foreignKey({
      name: "valve_results_left_by",
      columns: [t.shopId, t.leftBy],
      foreignColumns: [people.shopId, people.id],
    }),
    check(
      "valve_results_found",
      sql`(${t.foundLoMm} is null) = (${t.foundHiMm} is null) and ${t.foundLoMm} <= ${t.foundHiMm}`,
    ),
    check(
      "valve_results_left",
      sql`(${t.leftLoMm} is null) = (${t.leftHiMm} is null) and ${t.leftLoMm} <= ${t.leftHiMm}`,
    ),
    // The few at which a question was answered: the tally of causes is asked of them.
    index("valve_results_answered")
      .on(t.shopId, t.jobId)
      .where(sql`cardinality(${t.answers}) > 0`),
  ],
);

/** What an engine's counter showed, and when it was looked at. Append-only. */
export const engineUse = pgTable(
  "engine_use",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    engineId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
    hours: runningHours().notNull(),
    personId: uuid().notNull(),
  },
  (t) => [
    primaryKey({ name: "engine_use_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "engine_use_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    foreignKey({
      name: "engine_use_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    index("engine_use_of_engine").on(t.shopId, t.engineId, t.at),
    check("engine_use_hours", sql`${t.hours} >= 0`),
  ],
);

/** What comes of an engine after its newest closed job: made again with every closing. Figures are in its unit of use. */
export const engineForecasts = pgTable(
  "engine_forecasts",
  {
    shopId: uuid().notNull(),
    engineId: uuid().notNull(),
    unit: text({ enum: [...COUNTER_UNITS, "days"] }).notNull(),
    risk: share().notNull(),
    /** Since when use left counts. */
    fromAt: moment().notNull(),
    fromHours: runningHours(),
    /** Null beyond the horizon, or while a role's rate is unknown. */
    useLeft: runningHours(),
    firstValve: text(),
    unknownRoles: integer().notNull(),
    /** How fast each valve is expected to move, in mm per unit of use; null where it was made before that was kept. */
    rates: jsonb().$type<Readonly<Record<string, number>>>(),
  },
  (t) => [
    primaryKey({ name: "engine_forecasts_key", columns: [t.shopId, t.engineId] }),
    foreignKey({
      name: "engine_forecasts_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    check("engine_forecasts_unit", isOneOf(t.unit, [...COUNTER_UNITS, "days"])),
  ],
);
