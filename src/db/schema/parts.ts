/**
 * Parts in stock, and the micrometers they were measured with. What lies there is the sum of its moves:
 * a trigger refuses a move that takes more than there is, so two jobs can't take the same part.
 */
import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, index, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { MOVE_REASONS, DRAWER_PART_KINDS } from "@/core/parts/part";
import { lengthMm, moment, money, order } from "./columns";
import { jobs } from "./jobs";
import { people, shops } from "./shop";

const listed = (words: readonly string[]) => sql.raw(words.map((w) => `'${w}'`).join(", "));

export const micrometers = pgTable(
  "micrometers",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    name: text().notNull(),
    stepMm: lengthMm().notNull(),
    /** Since when nothing is measured with it any more. */
    retiredAt: moment(),
  },
  (t) => [
    primaryKey({ name: "micrometers_key", columns: [t.shopId, t.id] }),
    unique("micrometers_name_once").on(t.shopId, t.name),
    check("micrometers_name", sql`length(trim(${t.name})) between 1 and 60`),
    check("micrometers_step", sql`${t.stepMm} > 0 and ${t.stepMm} <= 0.1`),
  ],
);

/** A check piece of known size, and what the micrometer showed. Append-only: the latest gives its zero. */
export const micrometerChecks = pgTable(
  "micrometer_checks",
  {
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    micrometerId: uuid().notNull(),
    pieceMm: lengthMm().notNull(),
    readMm: lengthMm().notNull(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    foreignKey({
      name: "micrometer_checks_of",
      columns: [t.shopId, t.micrometerId],
      foreignColumns: [micrometers.shopId, micrometers.id],
    }),
    foreignKey({
      name: "micrometer_checks_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    primaryKey({ name: "micrometer_checks_key", columns: [t.shopId, t.id] }),
    index("micrometer_checks_latest").on(t.shopId, t.micrometerId, t.at),
    check("micrometer_checks_near", sql`${t.pieceMm} > 0 and abs(${t.readMm} - ${t.pieceMm}) <= 1`),
  ],
);

export const parts = pgTable(
  "parts",
  {
    /** Made by the client: the same part sent twice is one. */
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    kind: text({ enum: DRAWER_PART_KINDS }).notNull(),
    diameterMm: lengthMm(),
    mark: text(),
    thicknessMm: lengthMm().notNull(),
    micrometerId: uuid(),
    readMm: lengthMm(),
    worn: boolean().notNull().default(false),
    place: text(),
    cost: money(),
    addedAt: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "parts_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "parts_micrometer",
      columns: [t.shopId, t.micrometerId],
      foreignColumns: [micrometers.shopId, micrometers.id],
    }),
    check("parts_kind", sql`${t.kind} in (${listed(DRAWER_PART_KINDS)})`),
    check("parts_thickness", sql`${t.thicknessMm} > 0 and ${t.thicknessMm} <= 50`),
    check("parts_diameter", sql`${t.diameterMm} > 0 and ${t.diameterMm} <= 100`),
    check(
      "parts_measured",
      sql`(${t.micrometerId} is null) = (${t.readMm} is null) and (${t.readMm} is not null or ${t.mark} is not null)`,
    ),
    check(
      "parts_texts",
      sql`(${t.mark} is null or length(trim(${t.mark})) between 1 and 30) and (${t.place} is null or length(trim(${t.place})) between 1 and 60)`,
    ),
    check("parts_cost", sql`${t.cost} >= 0`),
  ],
);

/** What came in and went out, append-only. */
export const partMoves = pgTable(
  "part_moves",
  {
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    partId: uuid().notNull(),
    /** How many came (above nothing) or went (below). */
    change: order().notNull(),
    reason: text({ enum: MOVE_REASONS }).notNull(),
    jobId: uuid(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    foreignKey({ name: "part_moves_part", columns: [t.shopId, t.partId], foreignColumns: [parts.shopId, parts.id] }),
    foreignKey({ name: "part_moves_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "part_moves_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    primaryKey({ name: "part_moves_key", columns: [t.shopId, t.id] }),
    index("part_moves_of_part").on(t.shopId, t.partId),
    check("part_moves_change", sql`${t.change} <> 0 and ${t.change} between -100000 and 100000`),
    check("part_moves_reason", sql`${t.reason} in (${listed(MOVE_REASONS)})`),
    check(
      "part_moves_sense",
      sql`case ${t.reason} when 'taken' then ${t.change} < 0 when 'scrapped' then ${t.change} < 0 when 'corrected' then true else ${t.change} > 0 end`,
    ),
  ],
);
