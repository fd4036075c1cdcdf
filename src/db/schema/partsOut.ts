/** What came out of a job's engine, as it was measured: append-only, the latest of a valve counts. */
import { sql } from "drizzle-orm";
import { check, foreignKey, index, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { OUT_KINDS } from "@/core/job/tasks/shims/partsOut";
import { lengthMm, moment } from "./columns";
import { jobValves } from "./jobs";
import { micrometers } from "./parts";
import { people } from "./shop";

export const partsOut = pgTable(
  "parts_out",
  {
    /** Made by the client: sent twice, it counts once. */
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    valve: text().notNull(),
    kind: text({ enum: OUT_KINDS }).notNull(),
    /** With what a part was measured; null = by its mark, or the stack of leaves in an open gap. */
    micrometerId: uuid(),
    /** As it was typed. */
    readText: text().notNull(),
    thicknessMm: lengthMm().notNull(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    foreignKey({
      name: "parts_out_valve",
      columns: [t.shopId, t.jobId, t.valve],
      foreignColumns: [jobValves.shopId, jobValves.jobId, jobValves.valve],
    }),
    foreignKey({
      name: "parts_out_micrometer",
      columns: [t.shopId, t.micrometerId],
      foreignColumns: [micrometers.shopId, micrometers.id],
    }),
    foreignKey({
      name: "parts_out_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    primaryKey({ name: "parts_out_key", columns: [t.shopId, t.id] }),
    index("parts_out_of_job").on(t.shopId, t.jobId),
    check(
      "parts_out_kind",
      sql`${t.kind} in (${sql.raw(OUT_KINDS.map((k) => `'${k}'`).join(", "))}) and (${t.kind} <> 'open-gap' or ${t.micrometerId} is null)`,
    ),
    check(
      "parts_out_size",
      sql`${t.thicknessMm} > 0 and ${t.thicknessMm} <= 50 and length(trim(${t.readText})) between 1 and 40`,
    ),
  ],
);
