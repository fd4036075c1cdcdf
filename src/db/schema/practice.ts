/** Practice: sessions with their seed, and every step of them. Nothing of it points to engines, jobs, parts or the record. */
import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uuid,
} from "drizzle-orm/pg-core";
import type { EngineFile } from "@/core/engine/engineFile";
import type { PracticeAction } from "@/core/practice/bench/action";
import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";
import type { Marks } from "@/core/practice/session/marks";
import type { School } from "@/core/lash/school";
import { moment } from "./columns";
import { people, shops } from "./shop";

/** The leaves that were in hand. */
export interface PracticeLeaves {
  readonly system: "metric" | "inch";
  readonly leaves: readonly { readonly mm: number; readonly text: string }[];
}

export const practiceSessions = pgTable(
  "practice_sessions",
  {
    id: uuid().notNull(),
    shopId: uuid()
      .notNull()
      .references(() => shops.id),
    /** Null where nobody said who they are, in a made-up shop. */
    personId: uuid(),
    exercise: text().$type<ExerciseId>().notNull(),
    level: text().$type<Level>().notNull(),
    /** The same seed gives the same engine. */
    seed: integer().notNull(),
    /** The engine of the shop that it was taken from, only to be found again; it may be gone. */
    engineId: uuid(),
    /** The job that is rehearsed, only to be found again; null where none is. */
    jobId: uuid(),
    /** The engine as it was practiced on. */
    engineFile: jsonb().$type<EngineFile>().notNull(),
    leaves: jsonb().$type<PracticeLeaves>().notNull(),
    school: text().$type<School>().notNull(),
    /** It began with its covers on. */
    covered: boolean().notNull().default(false),
    begunAt: moment().notNull().defaultNow(),
    endedAt: moment(),
    /** What it came to; null until it ended. */
    marks: jsonb().$type<Marks>(),
  },
  (t) => [
    primaryKey({ name: "practice_sessions_key", columns: [t.shopId, t.id] }),
    foreignKey({
      name: "practice_sessions_person",
      columns: [t.shopId, t.personId],
      foreignColumns: [people.shopId, people.id],
    }),
    index("practice_sessions_newest").on(t.shopId, t.personId, t.begunAt),
    check("practice_sessions_seed", sql`${t.seed} > 0`),
    check("practice_sessions_level", sql`${t.level} in ('guided', 'prompted', 'alone')`),
    check("practice_sessions_ended", sql`(${t.endedAt} is null) = (${t.marks} is null)`),
  ],
);

export const practiceSteps = pgTable(
  "practice_steps",
  {
    shopId: uuid().notNull(),
    sessionId: uuid().notNull(),
    /** From 1. */
    seq: integer().notNull(),
    /** Made by the client: sent twice it counts once. */
    id: uuid().notNull(),
    action: jsonb().$type<PracticeAction>().notNull(),
    at: moment().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ name: "practice_steps_key", columns: [t.shopId, t.sessionId, t.seq] }),
    foreignKey({
      name: "practice_steps_session",
      columns: [t.shopId, t.sessionId],
      foreignColumns: [practiceSessions.shopId, practiceSessions.id],
    }),
    check("practice_steps_seq", sql`${t.seq} between 1 and 2000`),
  ],
);
