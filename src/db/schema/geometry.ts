/** The geometry of an engine's rockers, as it was typed, revision by revision. Append-only. */
import { check, foreignKey, index, json, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { GEOMETRY_ROLES } from "@/core/quick/keptRocker";
import type { TypedRocker } from "@/core/quick/rocker";
import { isOneOf, moment } from "./columns";
import { engines } from "./engines";
import { people } from "./shop";

export const engineGeometry = pgTable(
  "engine_geometry",
  {
    id: uuid().notNull(),
    shopId: uuid().notNull(),
    engineId: uuid().notNull(),
    role: text({ enum: GEOMETRY_ROLES }).notNull(),
    /** Fields that came to the form later are not in it. */
    typed: json().$type<Partial<TypedRocker>>().notNull(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "engine_geometry_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "engine_geometry_engine",
      columns: [t.shopId, t.engineId],
      foreignColumns: [engines.shopId, engines.id],
    }),
    foreignKey({
      name: "engine_geometry_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    index("engine_geometry_of_engine").on(t.shopId, t.engineId, t.at),
    check("engine_geometry_role", isOneOf(t.role, GEOMETRY_ROLES)),
  ],
);
