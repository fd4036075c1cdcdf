/** Feeler sets and their leaves. A leaf is known by its printed marks; its native mark is what is computed with. */
import { sql } from "drizzle-orm";
import { check, foreignKey, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { lengthMm, moment } from "./columns";
import { shops } from "./shop";

export const MARK_SYSTEMS = ["metric", "inch"] as const;

export const feelerSets = pgTable(
  "feeler_sets",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    name: text().notNull(),
    /** The system whose mark is native to the leaves. */
    system: text({ enum: MARK_SYSTEMS }).notNull(),
    /** Since when nothing new is begun with it; jobs that have it keep it. */
    retiredAt: moment(),
  },
  (t) => [
    primaryKey({ name: "feeler_sets_key", columns: [t.shopId, t.id] }),
    unique("feeler_sets_name_once").on(t.shopId, t.name),
    check("feeler_sets_name", sql`length(trim(${t.name})) between 1 and 60`),
    check("feeler_sets_system", sql`${t.system} in ('metric', 'inch')`),
  ],
);

export const feelerLeaves = pgTable(
  "feeler_leaves",
  {
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    setId: uuid().notNull(),
    /** Marks as printed, "0.25" and ".010"; a blade may carry one of them only. */
    mmMark: text(),
    inchMark: text(),
    thicknessMm: lengthMm().notNull(),
    /** Since when it is worn or lost: no more advised, and laid out for nobody. */
    wornAt: moment(),
  },
  (t) => [
    foreignKey({
      name: "feeler_leaves_set",
      columns: [t.shopId, t.setId],
      foreignColumns: [feelerSets.shopId, feelerSets.id],
    }),
    primaryKey({ name: "feeler_leaves_key", columns: [t.shopId, t.id] }),
    unique("feeler_leaves_once").on(t.shopId, t.setId, t.thicknessMm),
    check("feeler_leaves_thickness", sql`${t.thicknessMm} > 0 and ${t.thicknessMm} <= 10`),
    check("feeler_leaves_marked", sql`${t.mmMark} is not null or ${t.inchMark} is not null`),
  ],
);
