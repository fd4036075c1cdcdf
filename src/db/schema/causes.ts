/** What a shop finds beside the usual, as answers to what readings ask. An answer stays as it was made; it is taken off the list, and put back. */
import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { CAUSE_SIDES } from "@/core/job/questions/ownCauses";
import { isOneOf, moment } from "./columns";
import { people, shops } from "./shop";

export const shopCauses = pgTable(
  "shop_causes",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    /** The answer, as it stands in ledgers. */
    text: text().notNull(),
    /** What to look at. */
    check: text(),
    side: text({ enum: CAUSE_SIDES }).notNull(),
    notWear: boolean().notNull(),
    addedAt: moment().notNull().defaultNow(),
    addedBy: uuid().notNull(),
    /** Since when it is off the list; what was answered with it stays. */
    retiredAt: moment(),
  },
  (t) => [
    primaryKey({ name: "shop_causes_key", columns: [t.shopId, t.id] }),
    unique("shop_causes_once").on(t.shopId, t.text),
    foreignKey({
      name: "shop_causes_added_by",
      columns: [t.shopId, t.addedBy],
      foreignColumns: [people.shopId, people.id],
    }),
    check("shop_causes_text", sql`length(trim(${t.text})) between 1 and 60`),
    check("shop_causes_check", sql`length(trim(${t.check})) between 1 and 160`),
    check("shop_causes_side", isOneOf(t.side, CAUSE_SIDES)),
  ],
);
