/**
 * Orders to the supplier: what was wanted, and what became of it. Append-only; the parts that came are in stock by
 * moves of their own.
 */
import { sql } from "drizzle-orm";
import { check, foreignKey, index, integer, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { ORDER_EVENTS } from "@/core/parts/order";
import { DRAWER_PART_KINDS } from "@/core/parts/part";
import { CURRENCIES, DEFAULT_CURRENCY } from "@/core/units/money";
import { lengthMm, moment, money, order } from "./columns";
import { jobs } from "./jobs";
import { people, shops } from "./shop";

const listed = (words: readonly string[]) => sql.raw(words.map((w) => `'${w}'`).join(", "));

export const orders = pgTable(
  "orders",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    jobId: uuid(),
    personId: uuid().notNull(),
    /** Of its prices, as they were shown. */
    currency: text({ enum: CURRENCIES }).notNull().default(DEFAULT_CURRENCY),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "orders_key", columns: [t.shopId, t.id] }),
    check("orders_currency", sql`${t.currency} in (${listed(CURRENCIES)})`),
    index("orders_by_time").on(t.shopId, t.at),
    index("orders_of_job").on(t.shopId, t.jobId),
    foreignKey({ name: "orders_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: "orders_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
  ],
);

export const orderLines = pgTable(
  "order_lines",
  {
    shopId: uuid().notNull(),
    orderId: uuid().notNull(),
    line: order().notNull(),
    sku: text().notNull(),
    kind: text({ enum: DRAWER_PART_KINDS }).notNull(),
    diameterMm: lengthMm(),
    thicknessMm: lengthMm().notNull(),
    quantity: integer().notNull(),
    price: money().notNull(),
  },
  (t) => [
    primaryKey({ name: "order_lines_key", columns: [t.shopId, t.orderId, t.line] }),
    unique("order_lines_sku_once").on(t.shopId, t.orderId, t.sku),
    foreignKey({
      name: "order_lines_order",
      columns: [t.shopId, t.orderId],
      foreignColumns: [orders.shopId, orders.id],
    }),
    check("order_lines_sku", sql`length(trim(${t.sku})) between 1 and 80`),
    check("order_lines_kind", sql`${t.kind} in (${listed(DRAWER_PART_KINDS)})`),
    check(
      "order_lines_size",
      sql`${t.thicknessMm} > 0 and ${t.thicknessMm} <= 50 and (${t.diameterMm} is null or (${t.diameterMm} > 0 and ${t.diameterMm} <= 100))`,
    ),
    check("order_lines_quantity", sql`${t.quantity} between 1 and 10000`),
    check("order_lines_price", sql`${t.price} >= 0`),
  ],
);

export const orderEvents = pgTable(
  "order_events",
  {
    shopId: uuid().notNull(),
    orderId: uuid().notNull(),
    kind: text({ enum: ORDER_EVENTS }).notNull(),
    dueAt: moment(),
    note: text(),
    /** Who said so; null for what the supplier said. */
    personId: uuid(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "order_events_key", columns: [t.shopId, t.orderId, t.kind] }),
    foreignKey({
      name: "order_events_order",
      columns: [t.shopId, t.orderId],
      foreignColumns: [orders.shopId, orders.id],
    }),
    foreignKey({
      name: "order_events_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    check("order_events_by", sql`${t.personId} is null or ${t.kind} = 'unwanted'`),
    check("order_events_kind", sql`${t.kind} in (${listed(ORDER_EVENTS)})`),
    check("order_events_due", sql`(${t.kind} = 'accepted') = (${t.dueAt} is not null)`),
    check(
      "order_events_note",
      sql`(${t.kind} = 'refused') = (${t.note} is not null) and (${t.note} is null or length(trim(${t.note})) between 1 and 300)`,
    ),
  ],
);
