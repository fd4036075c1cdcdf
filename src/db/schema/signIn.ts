/**
 * Who signs in, on which devices, and how that is proven. Users and their sessions belong to the installation: one may
 * work in several shops, as a person in each; their columns are those that the sign-in library asks for.
 */
import { sql } from "drizzle-orm";
import { bigint, check, foreignKey, index, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { moment, recordId } from "./columns";
import { people, shops, users } from "./shop";

/** A password, hashed, of a user who has one. */
export const accounts = pgTable(
  "accounts",
  {
    id: recordId(),
    userId: uuid()
      .notNull()
      .references(() => users.id),
    accountId: text().notNull(),
    providerId: text().notNull(),
    password: text(),
    accessToken: text(),
    refreshToken: text(),
    idToken: text(),
    accessTokenExpiresAt: moment(),
    refreshTokenExpiresAt: moment(),
    scope: text(),
    createdAt: moment().notNull().defaultNow(),
    updatedAt: moment().notNull().defaultNow(),
  },
  (t) => [index("accounts_of_user").on(t.userId)],
);

export const sessions = pgTable(
  "sessions",
  {
    id: recordId(),
    userId: uuid()
      .notNull()
      .references(() => users.id),
    token: text().notNull().unique("sessions_token_once"),
    expiresAt: moment().notNull(),
    ipAddress: text(),
    userAgent: text(),
    /** The shared device that it is good on, and nowhere else; null where it was begun on one's own. */
    deviceId: uuid(),
    /** The shop that is looked at; null until one of several is chosen. */
    shopId: uuid(),
    createdAt: moment().notNull().defaultNow(),
    updatedAt: moment().notNull().defaultNow(),
  },
  (t) => [index("sessions_of_user").on(t.userId)],
);

/** What is handed out to be used once, such as the link for a new password. */
export const verifications = pgTable(
  "verifications",
  {
    id: recordId(),
    identifier: text().notNull(),
    value: text().notNull(),
    expiresAt: moment().notNull(),
    createdAt: moment().notNull().defaultNow(),
    updatedAt: moment().notNull().defaultNow(),
  },
  (t) => [index("verifications_identifier").on(t.identifier)],
);

/** Tries at a name or a PIN, counted for a while. */
export const tries = pgTable("tries", {
  key: text().primaryKey(),
  points: integer().notNull(),
  /** In milliseconds since 1970; null where it is never forgotten. */
  expire: bigint({ mode: "number" }),
});

/** A device that a lead made a shared one: whoever is in the shop works on it by name and PIN. */
export const devices = pgTable(
  "devices",
  {
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    id: uuid().notNull(),
    name: text().notNull(),
    /** Of the secret that the device alone has. */
    hash: text().notNull(),
    enrolledBy: uuid().notNull(),
    enrolledAt: moment().notNull().defaultNow(),
    retiredAt: moment(),
  },
  (t) => [
    primaryKey({ name: "devices_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "devices_enrolled_by",
      columns: [t.shopId, t.enrolledBy],
      foreignColumns: [people.shopId, people.id],
    }),
    check("devices_name", sql`length(trim(${t.name})) between 1 and 60`),
  ],
);

/** The PIN of a person, hashed. */
export const pins = pgTable(
  "pins",
  {
    shopId: uuid().notNull(),
    personId: uuid().notNull(),
    hash: text().notNull(),
    setAt: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "pins_key", columns: [t.shopId, t.personId] }),
    foreignKey({ name: "pins_person", columns: [t.shopId, t.personId], foreignColumns: [people.shopId, people.id] }),
  ],
);
