/** The shop and its people. Every other record belongs to a shop. */
import { sql } from "drizzle-orm";
import { boolean, check, index, integer, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { SCHOOLS } from "@/core/lash/school";
import { DEFAULT_CAUTION_DAYS } from "@/core/job/setup/caution";
import { PERSON_ROLES } from "@/core/shop/person";
import { DEFAULT_QUIET_MINUTES, MAX_QUIET_MINUTES } from "@/core/shop/quiet";
import { CURRENCIES, DEFAULT_CURRENCY } from "@/core/units/money";
import { DEFAULT_PAPER, PAPERS } from "@/core/units/paper";
import { DEFAULT_TEMPERATURE_UNIT, TEMPERATURE_UNITS } from "@/core/units/temperature";
import { DEFAULT_RISK } from "@/core/record/due";
import { TYPED_UNITS } from "@/core/units/typedLength";
import { DEFAULT_BLEED_COLD_MIN, DEFAULT_BLEED_MIN } from "@/core/preload/bleedDown";
import { isOneOf, minutes, moment, recordId, share } from "./columns";

/** Whoever signs in: of the installation, not of a shop. */
export const users = pgTable("users", {
  id: recordId(),
  name: text().notNull(),
  /** None is ever sent anything: the sign-in library wants one. */
  email: text().notNull().unique("users_email_once"),
  emailVerified: boolean().notNull().default(false),
  image: text(),
  /** What is typed to sign in, in small letters. */
  username: text().notNull().unique("users_name_once"),
  createdAt: moment().notNull().defaultNow(),
  updatedAt: moment().notNull().defaultNow(),
});

export const shops = pgTable(
  "shops",
  {
    id: recordId(),
    name: text().notNull(),
    /** How long squeezed lifters bleed down before the crank may move, usually and in the cold. */
    bleedMinutes: minutes().notNull().default(DEFAULT_BLEED_MIN),
    bleedColdMinutes: minutes().notNull().default(DEFAULT_BLEED_COLD_MIN),
    /** The crank always waits, also where piston and cam are out of the way. */
    bleedAlways: boolean().notNull().default(false),
    /** For so many days one tap confirms again the cautions that a person confirmed on an engine; 0: each by itself, always. */
    cautionDays: integer().notNull().default(DEFAULT_CAUTION_DAYS),
    /** In what a bare figure is read where the engine does not say otherwise. */
    lengthUnit: text({ enum: TYPED_UNITS }).notNull().default("mm"),
    /** In what its prices are. */
    currency: text({ enum: CURRENCIES }).notNull().default(DEFAULT_CURRENCY),
    /** In what temperatures are typed and shown: they are kept in degrees Celsius. */
    temperatureUnit: text({ enum: TEMPERATURE_UNITS }).notNull().default(DEFAULT_TEMPERATURE_UNIT),
    /** On what it prints. */
    paper: text({ enum: PAPERS }).notNull().default(DEFAULT_PAPER),
    /** How likely it may become that any valve of an engine is out of its band, before it is due. */
    risk: share().notNull().default(DEFAULT_RISK),
    /** Nobody's: its people are made up, and a name is proof enough. Said by whoever loads it, and by nobody after that. */
    madeUp: boolean().notNull().default(false),
    /** After so many minutes without a tap a shared device asks who is at work; 0: never. */
    quietMinutes: minutes().notNull().default(DEFAULT_QUIET_MINUTES),
  },
  (t) => [
    check("shops_currency", isOneOf(t.currency, CURRENCIES)),
    check("shops_length_unit", isOneOf(t.lengthUnit, TYPED_UNITS)),
    check("shops_temperature_unit", isOneOf(t.temperatureUnit, TEMPERATURE_UNITS)),
    check("shops_risk", sql`${t.risk} between 0.001 and 0.5`),
    check("shops_paper", isOneOf(t.paper, PAPERS)),
    check("shops_name", sql`length(trim(${t.name})) between 1 and 60`),
    check("shops_quiet", sql`${t.quietMinutes} between 0 and ${sql.raw(String(MAX_QUIET_MINUTES))}`),
    check("shops_caution_days", sql`${t.cautionDays} between 0 and 366`),
    check("shops_bleed", sql`${t.bleedMinutes} between 1 and 240 and ${t.bleedColdMinutes} between 1 and 240`),
  ],
);

export const people = pgTable(
  "people",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    name: text().notNull(),
    role: text({ enum: PERSON_ROLES }).notNull(),
    /** How this person feels a leaf. */
    school: text({ enum: SCHOOLS }).notNull().default("go-no-go"),
    /** In what this person types lengths; null: as the shop does. */
    lengthUnit: text({ enum: TYPED_UNITS }),
    /** What gauge studies found of how they read is used where they read. */
    handCounts: boolean().notNull().default(true),
    /** What gaps on the screen showed of how they read is used, until a gauge study tells: a screen shows judgment, not fingers. */
    screenCounts: boolean().notNull().default(false),
    /** As whom they sign in; null for whoever only works on what others opened. */
    userId: uuid().references(() => users.id),
    /** Since when they work here no more; what they did stays theirs. */
    retiredAt: moment(),
  },
  (t) => [
    primaryKey({ name: "people_key", columns: [t.shopId, t.id] }),
    unique("people_user_once").on(t.shopId, t.userId),
    index("people_of_user").on(t.userId),
    unique("people_name_once").on(t.shopId, t.name),
    check("people_name", sql`length(trim(${t.name})) between 1 and 60`),
    check("people_length_unit", isOneOf(t.lengthUnit, TYPED_UNITS)),
    check("people_school", isOneOf(t.school, SCHOOLS)),
    check("people_role", isOneOf(t.role, PERSON_ROLES)),
  ],
);
