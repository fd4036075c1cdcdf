/** The engines of a shop by when they are due: what is due soon, all of them, or what is looked for among them, a page at a time. */
import { type SQL, and, asc, desc, eq, isNull, or, sql } from "drizzle-orm";
import { type Due, dueOn } from "@/core/record/due";
import type { CounterUnit } from "@/core/record/counter";
import type { FleetPage, FleetQuestion } from "@/core/record/fleet";
import type { Database } from "@/db/connect";
import { likely } from "@/db/queries/bench";
import { engineForecasts, engineModels, engines } from "@/db/schema";

export interface EngineDue {
  readonly id: string;
  readonly name: string;
  readonly serial: string | null;
  readonly customer: string | null;
  /** What its counter shows. */
  readonly hours: number | null;
  readonly counterUnit: CounterUnit;
  /** When it was closed last; null while nothing was. */
  readonly lastAt: Date | null;
  readonly due: Due | null;
  /** Nothing tells how the valves of a role move: no forecast is made. */
  readonly unknown: boolean;
}

const PAGE = 50;
const WEEK_DAYS = 7;

const columns = {
  id: engines.id,
  name: engineModels.name,
  serial: engines.serial,
  customer: engines.customer,
  hours: engines.runningHours,
  counterUnit: engines.counterUnit,
  lastAt: engineForecasts.fromAt,
  deadline: engines.deadline,
  unknown: sql<boolean>`coalesce(${engineForecasts.unknownRoles} > 0, false)`,
};

const modelOf = and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId));
const forecastOf = and(eq(engineForecasts.shopId, engines.shopId), eq(engineForecasts.engineId, engines.id));
const here = (shopId: string): SQL | undefined => and(eq(engines.shopId, shopId), isNull(engines.archivedAt));

const lines = (db: Database) =>
  db.select(columns).from(engines).innerJoin(engineModels, modelOf).leftJoin(engineForecasts, forecastOf);

type Line = Awaited<ReturnType<typeof lines>>[number];
const asDue =
  (day: number) =>
  ({ deadline, ...line }: Line): EngineDue => ({ ...line, due: deadline === null ? null : dueOn(deadline, day) });

/** Days (at a usual pace where its own is not known) from `day` until an engine is due. */
const left = (day: number): SQL => sql`coalesce(${engines.dueDay} - ${day}::float8, ${engines.dueDaysLeft})`;

/** Due within so many days. */
const within = (day: number, days: number): SQL | undefined =>
  or(sql`${engines.dueDay} <= ${day + days}::float8`, sql`${engines.dueDaysLeft} <= ${days}`);

/** All that are in the shop; `day` is today, in days since 1970. */
export const dueEngines = async (db: Database, shopId: string, day: number): Promise<EngineDue[]> =>
  (
    await lines(db)
      .where(here(shopId))
      .orderBy(asc(left(day)), asc(engines.id))
  ).map(asDue(day));

/** The first of those that are due within a week, and how many there are. */
export async function dueThisWeek(db: Database, shopId: string, day: number, most: number) {
  const which = and(here(shopId), within(day, WEEK_DAYS));
  const [rows, count] = await Promise.all([
    lines(db)
      .where(which)
      .orderBy(asc(left(day)), asc(engines.id))
      .limit(most),
    db.$count(engines, which),
  ]);
  return { engines: rows.map(asDue(day)), count };
}

/** What is looked for, and on which page of how many it is; one that is not there is the last. */
export async function fleetPage(
  db: Database,
  shopId: string,
  day: number,
  asked: FleetQuestion,
): Promise<FleetPage<EngineDue>> {
  const wanted = and(
    here(shopId),
    asked.kind === "" ? undefined : eq(engineModels.sector, asked.kind),
    asked.within === "all" ? undefined : within(day, asked.within === "now" ? 0 : WEEK_DAYS),
  );
  const counted = async (which: SQL | undefined): Promise<number> => {
    const [row] = await db
      .select({ n: sql<number>`count(*)::int` })
      .from(engines)
      .innerJoin(engineModels, modelOf)
      .where(which);
    return row?.n ?? 0;
  };
  // What has the text as it is typed; where nothing has, what has all of its words.
  const typed = asked.text.trim();
  let which = and(wanted, typed === "" ? undefined : written(typed));
  let count = await counted(which);
  if (count === 0 && typed !== "") {
    which = and(wanted, ...typed.split(/\s+/).map(written));
    count = await counted(which);
  }
  const pages = Math.max(1, Math.ceil(count / PAGE));
  const page = Math.min(Math.max(1, asked.page), pages);
  const [rows, sectors] = await Promise.all([
    lines(db)
      .where(which)
      .orderBy(...ORDERS[asked.sort](day).map((by) => (asked.down ? desc(by) : asc(by))), asc(engines.id))
      .limit(PAGE)
      .offset((page - 1) * PAGE),
    db
      .selectDistinct({ sector: engineModels.sector })
      .from(engines)
      .innerJoin(engineModels, modelOf)
      .where(here(shopId)),
  ]);
  return { rows: rows.map(asDue(day)), page, pages, sectors: sectors.flatMap((s) => s.sector ?? []).sort() };
}

/** It stands somewhere in the name, the serial or whose it is. */
const written = (text: string): SQL =>
  sql`(${engineModels.name} || ' ' || coalesce(${engines.serial}, '') || ' ' || coalesce(${engines.customer}, '')) ilike ${`%${likely(text)}%`}`;

/** By what a fleet is sorted; what has none stands last, and first when it is turned round. */
const ORDERS: Readonly<Record<FleetQuestion["sort"], (day: number) => SQL[]>> = {
  due: (day) => [left(day)],
  engine: () => [sql`${engineModels.name}`, sql`${engines.serial}`],
  customer: () => [sql`${engines.customer}`],
  last: () => [sql`coalesce(${engineForecasts.fromAt}, '-infinity')`],
};
