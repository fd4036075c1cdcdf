/** The report of a week. */
import { addDays, format, isValid, parse, startOfWeek } from "date-fns";
import { alias } from "drizzle-orm/pg-core";
import { and, desc, eq, gte, lt } from "drizzle-orm";
import { type WeekReport, foundOut } from "@/core/record/week";
import { dueWords } from "@/core/record/words";
import { groupedBy } from "@/core/units/groups";
import type { Database } from "@/db/connect";
import { engineModels, engines, entries, jobResults, people, valveResults } from "@/db/schema";
import type { Viewer } from "../http/who";
import { loadBench } from "../jobs/bench";
import { dueThisWeek } from "./fleet";
import { dayOf } from "./results";

const DAY = "yyyy-MM-dd";
const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;
/** So many jobs and engines stand in a report. */
const MOST = 500;

/** So far from now a week may be asked for: further, nothing was done. */
const MOST_YEARS = 200;

/** The Monday of the week in which a day ("2026-11-25") lies; of this week where it is none. */
export function mondayOf(day: string | undefined, now: Date): Date {
  const asked = day === undefined ? now : parse(day, DAY, now);
  const known = isValid(asked) && Math.abs(asked.getFullYear() - now.getFullYear()) <= MOST_YEARS;
  return startOfWeek(known ? asked : now, { weekStartsOn: 1 });
}

/** The Mondays before and after. */
export const besideWeek = (monday: Date): { readonly before: string; readonly after: string } => ({
  before: format(addDays(monday, -WEEK_DAYS), DAY),
  after: format(addDays(monday, WEEK_DAYS), DAY),
});

/** What was done in the week that begins on a Monday; what waits and what is due where it is this one. */
export async function loadWeekReport(
  db: Database,
  { shopId, shopName }: Pick<Viewer, "shopId" | "shopName">,
  monday: Date,
  now: Date,
): Promise<WeekReport> {
  const after = addDays(monday, WEEK_DAYS);
  const [done, present] = await Promise.all([
    doneBetween(db, shopId, monday, after),
    now >= monday && now < after ? presentOf(db, shopId, now) : null,
  ]);
  return {
    format: "fulcrata-week/1",
    shop: shopName,
    from: format(monday, DAY),
    to: format(addDays(monday, WEEK_DAYS - 1), DAY),
    printedAt: now.toISOString(),
    done,
    now: present,
  };
}

async function doneBetween(db: Database, shopId: string, from: Date, to: Date): Promise<WeekReport["done"]> {
  const [closed, signed, closer, signer] = [
    alias(entries, "closed"),
    alias(entries, "signed"),
    alias(people, "closer"),
    alias(people, "signer"),
  ];
  const here = and(eq(jobResults.shopId, shopId), gte(jobResults.closedAt, from), lt(jobResults.closedAt, to));
  const entryOf = (e: typeof closed | typeof signed, kind: "closed" | "signed") =>
    and(eq(e.shopId, jobResults.shopId), eq(e.jobId, jobResults.jobId), eq(e.kind, kind));
  const rows = await db
    .select({
      jobId: jobResults.jobId,
      at: jobResults.closedAt,
      work: jobResults.work,
      engine: engineModels.name,
      serial: engines.serial,
      customer: engines.customer,
      closedBy: closer.name,
      signedBy: signer.name,
    })
    .from(jobResults)
    .innerJoin(engines, and(eq(engines.shopId, jobResults.shopId), eq(engines.id, jobResults.engineId)))
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .innerJoin(closed, entryOf(closed, "closed"))
    .innerJoin(closer, and(eq(closer.shopId, closed.shopId), eq(closer.id, closed.personId)))
    .leftJoin(signed, entryOf(signed, "signed"))
    .leftJoin(signer, and(eq(signer.shopId, signed.shopId), eq(signer.id, signed.personId)))
    .where(here)
    .orderBy(desc(jobResults.closedAt))
    .limit(MOST);
  const valves = groupedBy(
    await db
      .select({
        jobId: valveResults.jobId,
        low: valveResults.lowMm,
        high: valveResults.highMm,
        lo: valveResults.foundLoMm,
        hi: valveResults.foundHiMm,
        timesSet: valveResults.timesSet,
        fitted: valveResults.fittedMm,
      })
      .from(valveResults)
      .innerJoin(
        jobResults,
        and(eq(jobResults.shopId, valveResults.shopId), eq(jobResults.jobId, valveResults.jobId)),
      )
      .where(here),
    (v) => v.jobId,
  );
  return rows.map(({ at, ...row }) => {
    const own = valves.get(row.jobId) ?? [];
    const read = own.map(({ low, high, lo, hi }) => ({
      lowMm: low,
      highMm: high,
      found: lo === null || hi === null ? null : { lo, hi },
    }));
    return {
      ...row,
      at: at.toISOString(),
      valves: own.length,
      foundOut: row.work === "preload" ? null : foundOut(read),
      set: own.filter((v) => v.timesSet > 0 || v.fitted !== null).length,
    };
  });
}

async function presentOf(db: Database, shopId: string, now: Date): Promise<WeekReport["now"]> {
  const [{ jobs, further }, due] = await Promise.all([
    loadBench(db, shopId),
    dueThisWeek(db, shopId, dayOf(now), MOST),
  ]);
  return {
    waiting: [
      ...jobs.map(({ id, engine, serial, stands }) => ({ jobId: id, engine, serial, stands })),
      ...further.map(({ id, engine, serial }) => ({ jobId: id, engine, serial, stands: null })),
    ],
    due: due.engines.flatMap(({ id, name, serial, customer, due: when }) =>
      when === null
        ? []
        : {
            engineId: id,
            engine: name,
            serial,
            customer,
            when: dueWords(when, (day) => format(new Date(day * DAY_MS), "EEE, MMM d")),
            why: when.why,
          },
    ),
    dueCount: due.count,
  };
}
