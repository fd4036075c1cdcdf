/** Commands that were done, by their id and what they were sent with: sent again, they are done no second time. */
import { foreignKey, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { moment } from "./columns";
import { people } from "./shop";

export const commands = pgTable(
  "commands",
  {
    shopId: uuid().notNull(),
    id: uuid().notNull(),
    what: text().notNull(),
    hash: text().notNull(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "commands_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "commands_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
  ],
);
