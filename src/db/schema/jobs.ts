/**
 * Jobs, and the valves each job answers for. A job keeps the engine file, spec and route it was
 * opened with, so that later changes of the engine don't rewrite what was done.
 */
import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  foreignKey,
  index,
  json,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Job } from "@/core/job/run";
import type { Task } from "@/core/job/tasks";
import type { Offset } from "@/core/heat/offset";
import { PURPOSES } from "@/core/job/setup/purpose";
import type { RouteStop } from "@/core/stops/route";
import { SERVING_ORDERS } from "@/core/stops/orders";
import { METHOD_IDS } from "@/core/stops/methods";
import { degrees, lengthMm, minutes, moment, order, runningHours, share } from "./columns";
import { engines } from "./engines";
import { taskKinds } from "./lists";
import { feelerSets } from "./feelerSets";
import { people, shops } from "./shop";

export const jobs = pgTable(
  "jobs",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    engineId: uuid().notNull(),
    openedBy: uuid().notNull(),
    /** As it was when it was opened; the database enters it. */
    openedByName: text().notNull().default(""),
    openedAt: moment().notNull().defaultNow(),
    state: text({ enum: ["cold", "hot"] }).notNull(),
    temperatureC: degrees(),
    runningHours: runningHours(),
    feelerSetId: uuid().notNull(),
    method: text({ enum: METHOD_IDS }).notNull(),
    requiredMarginDeg: degrees().notNull(),
    servingOrder: text({ enum: SERVING_ORDERS }).notNull().default("crank"),
    /** The eyed moments that the route was laid with. */
    openingShare: share().notNull().default(0.1),
    closingShare: share().notNull().default(0.25),
    marksOnly: boolean().notNull().default(false),
    /** Why the lash is looked at. */
    purpose: text({ enum: PURPOSES }).notNull().default("routine"),
    note: text(),
    survey: boolean().notNull().default(false),
    allToAimMm: lengthMm(),
    /** As-left of each valve at the finished job before this one. */
    lastTime: json().$type<Job["lastTime"]>().notNull().default({}),
    /** The kind of work, and the plan that it works by; null where it needs none. */
    task: text().$type<Task["kind"]>().notNull(),
    plan: json().$type<Task["plan"]>(),
    heatOffset: json().$type<Offset>(),
    /**
     * Where a plunger's depth is guarded: its travel per turn, and the wait after a squeeze. The rules of the ledger
     * compute with them.
     */
    mmPerTurn: lengthMm(),
    bleedMinutes: minutes(),
    /** The air around a hot engine, towards which it cools. */
    airC: degrees(),
    /** Whoever is licensed to release the work, where somebody must. */
    licensed: text(),
    /** The bank that is done, when it is not the whole engine. */
    bank: order(),
    cautions: text().array().notNull(),
    engineFile: json().$type<EngineFile>().notNull(),
    route: json().$type<RouteStop[]>().notNull(),
  },
  (t) => [
    primaryKey({ name: "jobs_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "jobs_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    foreignKey({
      name: "jobs_opened_by",
      columns: [t.shopId, t.openedBy],
      foreignColumns: [people.shopId, people.id],
    }),
    foreignKey({
      name: "jobs_feeler_set",
      columns: [t.shopId, t.feelerSetId],
      foreignColumns: [feelerSets.shopId, feelerSets.id],
    }),
    check("jobs_state", sql`${t.state} in ('cold', 'hot')`),
    check("jobs_margin", sql`${t.requiredMarginDeg} between 0 and 180`),
    check("jobs_method", sql`${t.method} in (${sql.raw(METHOD_IDS.map((m) => `'${m}'`).join(", "))})`),
    check(
      "jobs_serving_order",
      sql`${t.servingOrder} in (${sql.raw(SERVING_ORDERS.map((o) => `'${o}'`).join(", "))})`,
    ),
    check("jobs_shares", sql`${t.openingShare} between 0 and 1 and ${t.closingShare} between 0 and 1`),
    check("jobs_purpose", sql`${t.purpose} in (${sql.raw(PURPOSES.map((p) => `'${p}'`).join(", "))})`),
    check("jobs_note", sql`length(trim(${t.note})) between 1 and 500`),
    check("jobs_all_to_aim", sql`${t.allToAimMm} > 0 and ${t.allToAimMm} <= 1`),
    check("jobs_temperature", sql`${t.temperatureC} between -60 and 250`),
    foreignKey({ name: "jobs_task", columns: [t.task], foreignColumns: [taskKinds.kind] }),
    check(
      "jobs_bleed",
      sql`${t.bleedMinutes} is null or (${t.mmPerTurn} is not null and ${t.bleedMinutes} between 1 and 240)`,
    ),
    check("jobs_mm_per_turn", sql`${t.mmPerTurn} > 0`),
    check("jobs_offset", sql`${t.heatOffset} is null or ${t.heatOffset}->>'specState' <> ${t.state}`),
    index("jobs_of_engine").on(t.shopId, t.engineId, t.openedAt),
    index("jobs_by_time").on(t.shopId, t.openedAt),
    index("jobs_with_note")
      .on(t.shopId)
      .where(sql`${t.note} is not null`),
    check("jobs_air", sql`${t.airC} between -60 and 60`),
    check("jobs_licensed", sql`length(trim(${t.licensed})) between 1 and 120`),
    check("jobs_bank", sql`${t.bank} between 0 and 3`),
    check("jobs_cautions", sql`cardinality(${t.cautions}) > 0`),
    // A build check of an engine without shafts turns the crank nowhere.
    check("jobs_route", sql`json_array_length(${t.route}) > 0 or ${t.task} = 'build-check'`),
  ],
);

/** Which jobs are in hand: kept by the database's own rules, so that a bench is read without going through all jobs. */
export const jobsInHand = pgTable("jobs_in_hand", { shopId: uuid().notNull(), jobId: uuid().notNull() }, (t) => [
  foreignKey({
    name: "jobs_in_hand_job",
    columns: [t.shopId, t.jobId],
    foreignColumns: [jobs.shopId, jobs.id],
  }),
  primaryKey({ name: "jobs_in_hand_key", columns: [t.shopId, t.jobId] }),
]);

export const jobValves = pgTable(
  "job_valves",
  {
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    valve: text().notNull(),
    cylinder: text().notNull(),
    role: text({ enum: ["intake", "exhaust", "injector"] }).notNull(),
    position: order().notNull(),
    nominalMm: lengthMm().notNull(),
    lowMm: lengthMm().notNull(),
    highMm: lengthMm().notNull(),
  },
  (t) => [
    primaryKey({ name: "job_valves_key", columns: [t.shopId, t.jobId, t.valve] }),
    foreignKey({ name: "job_valves_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    unique("job_valves_place").on(t.shopId, t.jobId, t.position),
    check("job_valves_role", sql`${t.role} in ('intake', 'exhaust', 'injector')`),
    check("job_valves_band", sql`0 <= ${t.lowMm} and ${t.lowMm} <= ${t.nominalMm} and ${t.nominalMm} <= ${t.highMm}`),
  ],
);

/** The feeler sets on hand beside the job's own. */
export const jobFeelerSets = pgTable(
  "job_feeler_sets",
  {
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    setId: uuid().notNull(),
    position: order().notNull(),
  },
  (t) => [
    primaryKey({ name: "job_feeler_sets_key", columns: [t.shopId, t.jobId, t.setId] }),
    foreignKey({ name: "job_feeler_sets_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "job_feeler_sets_set",
      columns: [t.shopId, t.setId],
      foreignColumns: [feelerSets.shopId, feelerSets.id],
    }),
  ],
);

/** Who has which valve in hand on which device: passing, and gone with a crash. */
export const hands = pgTable(
  "hands",
  {
    jobId: uuid().notNull(),
    device: uuid().notNull(),
    shopId: uuid().notNull(),
    personId: uuid().notNull(),
    valve: text(),
    seenAt: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "hands_key", columns: [t.shopId, t.jobId, t.device] }),
    foreignKey({ name: "hands_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: "hands_person", columns: [t.shopId, t.personId], foreignColumns: [people.shopId, people.id] }),
    check("hands_valve", sql`length(${t.valve}) between 1 and 60`),
  ],
);
