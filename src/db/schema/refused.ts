/**
 * What was made and not taken: batches of entries that came too late for the ledger, and what somebody did about each.
 * Both only grow.
 */
import { sql } from "drizzle-orm";
import { check, foreignKey, index, json, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import type { Entry } from "@/core/job/ledger/entry";
import { DEALT_WITH } from "@/core/job/ledger/refused";
import { moment } from "./columns";
import { jobs } from "./jobs";
import { people } from "./shop";

export const refusedBatches = pgTable(
  "refused_batches",
  {
    /** That of its first entry. */
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    personId: uuid().notNull(),
    /** As it was when it was made; the database enters it. */
    personName: text().notNull().default(""),
    madeAt: moment().notNull(),
    at: moment().notNull().defaultNow(),
    /** What the shop said. */
    why: text().notNull(),
    entries: json().$type<readonly Entry[]>().notNull(),
  },
  (t) => [
    primaryKey({ name: "refused_batches_key", columns: [t.shopId, t.id] }),
    index("refused_of_job").on(t.shopId, t.jobId),
    foreignKey({ name: "refused_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "refused_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    check("refused_why", sql`length(${t.why}) between 1 and 1000`),
  ],
);

export const refusedDealt = pgTable(
  "refused_dealt",
  {
    batchId: uuid().notNull(),
    shopId: uuid().notNull(),
    personId: uuid().notNull(),
    personName: text().notNull().default(""),
    at: moment().notNull().defaultNow(),
    how: text({ enum: DEALT_WITH }).notNull(),
    /** Why it was dropped, or what is noted of it; null where nothing was said. */
    reason: text(),
  },
  (t) => [
    primaryKey({ name: "refused_dealt_key", columns: [t.shopId, t.batchId] }),
    foreignKey({
      name: "dealt_batch",
      columns: [t.shopId, t.batchId],
      foreignColumns: [refusedBatches.shopId, refusedBatches.id],
    }),
    foreignKey({ name: "dealt_person", columns: [t.shopId, t.personId], foreignColumns: [people.shopId, people.id] }),
    check("dealt_how", sql`${t.how} in (${sql.raw(DEALT_WITH.map((h) => `'${h}'`).join(", "))})`),
    check("dealt_reason", sql`length(trim(${t.reason})) between 1 and 300`),
    check("dealt_dropped", sql`${t.how} <> 'dropped' or ${t.reason} is not null`),
  ],
);
