/**
 * The ledger of a job: append-only. Triggers (see the migrations) refuse updates and deletes, work
 * on a closed job, a valve left out of band without a reason or with its lock loose, closing while a
 * valve is open, and a signature by whoever closed.
 */
import { sql } from "drizzle-orm";
import {
  type AnyPgColumn,
  boolean,
  check,
  foreignKey,
  integer,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import { CLOSE_ITEMS, type Entry, PAIR_PARTS, PASSES } from "@/core/run/entry";
import { FELTS } from "@/core/shims/tries";
import { SCHOOLS } from "@/core/lash/school";
import { ZERO_SCHOOLS } from "@/core/preload/zeroLash";
import { degrees, lengthMm, moment, order } from "./columns";
import { jobValves, jobs } from "./jobs";
import { people } from "./shop";

export const ENTRY_KINDS = [
  "arrived",
  "reading",
  "set",
  "left",
  "withdrawn",
  "closed",
  "locked",
  "reopened",
  "barred",
  "tightened",
  "answered",
  "checked",
  "paused",
  "signed",
  "zeroed",
  "fitted",
  "ordered",
  "bled",
  "warmth",
  "loaded",
  "tried",
  "plugged",
  "bridged",
] as const satisfies readonly Entry["kind"][];

const listed = (words: readonly string[]) => sql.raw(words.map((w) => `'${w}'`).join(", "));

export const entries = pgTable(
  "entries",
  {
    /** Made by the client: the same entry sent twice is one entry. */
    id: uuid().primaryKey(),
    shopId: uuid().notNull(),
    jobId: uuid().notNull(),
    seq: order().notNull(),
    kind: text({ enum: ENTRY_KINDS }).notNull(),
    supersedes: uuid(),
    personId: uuid().notNull(),
    at: moment().notNull().defaultNow(),
    valve: text(),
    stop: text(),
    pass: text({ enum: PASSES }),
    goesMm: lengthMm(),
    goesText: text(),
    noGoMm: lengthMm(),
    noGoText: text(),
    reason: text(),
    turns: degrees(),
    readingId: uuid(),
    /** How a reading was felt, what dragged or was held, and with what; rows of before it was asked have none. */
    school: text({ enum: [...SCHOOLS, "gauge", "wire"] }),
    valueMm: lengthMm(),
    valueText: text(),
    instrument: text(),
    /** Of a set: what was aimed at, and whether it was locked in the same go. */
    aimMm: lengthMm(),
    locked: boolean(),
    /** The part that was tightened, the question that was answered, the item that was checked, or what was ordered. */
    subject: text(),
    /** Of zero lash: how it was found, from how far in, and how far the other way of feeling is from it. */
    zeroSchool: text({ enum: ZERO_SCHOOLS }),
    foundTurns: degrees(),
    apartTurns: degrees(),
    /** Of a part that was fitted: its length, and that of the one it replaces. */
    lengthMm: lengthMm(),
    fromMm: lengthMm(),
    partFrom: text(),
    /** Of a positively closed valve: which of its two parts, and what was felt over the closer's base circle. */
    part: text({ enum: PAIR_PARTS }),
    felt: text({ enum: FELTS }),
    /** How many holes were plugged. */
    count: integer(),
    /** Of a bridge: whether its screw was turned. */
    turned: boolean(),
    celsius: degrees(),
  },
  (t) => {
    const kindIs = (kind: string) => sql`${t.kind} = ${sql.raw(`'${kind}'`)}`;
    const here = (id: AnyPgColumn, name: string) =>
      foreignKey({ name, columns: [t.jobId, id], foreignColumns: [t.jobId, t.id] });
    return [
      unique("entries_of_job").on(t.jobId, t.id),
      unique("entries_in_order").on(t.jobId, t.seq),
      unique("entries_superseded_once").on(t.supersedes),
      uniqueIndex("entries_closed_once").on(t.jobId).where(kindIs("closed")),
      foreignKey({ name: "entries_job", columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
      foreignKey({
        name: "entries_person",
        columns: [t.shopId, t.personId],
        foreignColumns: [people.shopId, people.id],
      }),
      foreignKey({
        name: "entries_valve",
        columns: [t.jobId, t.valve],
        foreignColumns: [jobValves.jobId, jobValves.valve],
      }),
      here(t.supersedes, "entries_supersedes"),
      here(t.readingId, "entries_reading"),
      check("entries_kind", sql`${t.kind} in (${listed(ENTRY_KINDS)})`),
      check("entries_seq", sql`${t.seq} > 0`),
      check("entries_withdrawn", sql`${t.kind} <> 'withdrawn' or ${t.supersedes} is not null`),
      check("entries_not_itself", sql`${t.supersedes} <> ${t.id}`),
      check("entries_arrived", sql`${t.kind} <> 'arrived' or ${t.stop} is not null`),
      check(
        "entries_of_valve",
        sql`(${t.kind} in ('reading', 'set', 'locked', 'left', 'reopened', 'zeroed', 'fitted', 'loaded', 'tried', 'bridged')) = (${t.valve} is not null)`,
      ),
      check(
        "entries_reading_whole",
        sql`(${t.kind} in ('reading', 'loaded')) = (${t.goesMm} is not null) and (${t.kind} in ('reading', 'loaded')) = (${t.noGoMm} is not null) and (${t.kind} = 'reading') = (${t.pass} is not null) and (${t.kind} not in ('reading', 'loaded') or (${t.stop} is not null and ${t.goesText} is not null and ${t.noGoText} is not null))`,
      ),
      check("entries_reading_sense", sql`${t.goesMm} >= 0 and ${t.noGoMm} > ${t.goesMm} and ${t.noGoMm} <= 10`),
      check("entries_pass", sql`${t.pass} in (${listed(PASSES)})`),
      check("entries_left_names_reading", sql`(${t.kind} = 'left') = (${t.readingId} is not null)`),
      check("entries_reason", sql`length(trim(${t.reason})) between 1 and 300`),
      uniqueIndex("entries_signed_once").on(t.jobId).where(kindIs("signed")),
      check(
        "entries_school",
        sql`${t.school} is null or (${t.school} in (${listed([...SCHOOLS, "gauge", "wire"])}) and ${t.kind} = 'reading')`,
      ),
      check(
        "entries_value",
        sql`(${t.valueMm} is null) = (${t.valueText} is null) and (${t.valueMm} is null or (${t.kind} = 'reading' and ${t.valueMm} between ${t.goesMm} and ${t.noGoMm}))`,
      ),
      check("entries_instrument", sql`length(${t.instrument}) between 1 and 60`),
      check("entries_aim", sql`${t.aimMm} between -10 and 10`),
      check("entries_locked", sql`${t.locked} is null or ${t.kind} = 'set'`),
      check(
        "entries_subject",
        sql`(${t.kind} in ('tightened', 'answered', 'checked', 'ordered', 'plugged')) = (${t.subject} is not null) and (${t.kind} <> 'checked' or ${t.subject} in (${listed(CLOSE_ITEMS)}))`,
      ),
      check(
        "entries_said_why",
        sql`${t.kind} not in ('paused', 'answered', 'reopened', 'bled') or ${t.reason} is not null`,
      ),
      check(
        "entries_zeroed",
        sql`(${t.kind} = 'zeroed') = (${t.zeroSchool} is not null) and (${t.zeroSchool} is null or ${t.zeroSchool} in (${listed(ZERO_SCHOOLS)})) and (${t.kind} = 'zeroed' or (${t.foundTurns} is null and ${t.apartTurns} is null))`,
      ),
      check("entries_zero_turns", sql`${t.foundTurns} between 0 and 20 and ${t.apartTurns} between -5 and 5`),
      check(
        "entries_fitted",
        sql`(${t.kind} = 'fitted') = (${t.lengthMm} is not null) and ${t.lengthMm} > 0 and (${t.fromMm} is null or (${t.kind} = 'fitted' and ${t.fromMm} > 0))`,
      ),
      check(
        "entries_part_from",
        sql`${t.partFrom} is null or (${t.kind} = 'fitted' and length(${t.partFrom}) between 1 and 80)`,
      ),
      check(
        "entries_part",
        sql`${t.part} is null or (${t.kind} = 'fitted' and ${t.part} in (${listed(PAIR_PARTS)}))`,
      ),
      check(
        "entries_felt",
        sql`(${t.kind} = 'tried') = (${t.felt} is not null) and (${t.felt} is null or ${t.felt} in (${listed(FELTS)}))`,
      ),
      check("entries_count", sql`(${t.kind} = 'plugged') = (${t.count} is not null) and ${t.count} between 0 and 99`),
      check("entries_turned", sql`(${t.kind} = 'bridged') = (${t.turned} is not null)`),
      check(
        "entries_warmth",
        sql`(${t.kind} = 'warmth') = (${t.celsius} is not null) and ${t.celsius} between -60 and 250`,
      ),
      check("entries_turns", sql`${t.turns} between -50 and 50`),
    ];
  },
);
