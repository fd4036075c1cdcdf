/** When to look at an engine again: by forecast, by use, by date, whichever comes first. Pure. */
import { type BeddingStage, FIRST_DAYS, FIRST_USE } from "./bedding";
import { type CounterUnit, counted, nominalDays } from "./counter";
import type { UseUnit } from "./history";

/** How likely it may become that any valve is out (set by the shop otherwise). */
export const DEFAULT_RISK = 0.05;

/** What a counter showed on a day. */
export interface Counted {
  /** Days from a fixed one. */
  readonly day: number;
  /** In the unit of its counter. */
  readonly count: number;
}

/** What the looks at a counter tell, as it is kept with the engine. */
export interface Counter {
  readonly newest: Counted;
  /** At the oldest look that counts. */
  readonly firstCount: number;
  /** Null while too little is known. */
  readonly perWeek: number | null;
}

export interface DueInput {
  /** In what its counter counts. */
  readonly counterUnit: CounterUnit;
  /** Null while nobody looked at it. */
  readonly counter: Counter | null;
  /** Of the newest closed job; null where there is none. */
  readonly last: { readonly day: number; readonly count: number | null } | null;
  readonly forecast: { readonly unit: UseUnit; readonly useLeft: number; readonly first: string } | null;
  /** What the newest work on it leaves to settle. */
  readonly bedding: BeddingStage | null;
  /** So much use, in the unit of its counter. */
  readonly intervalCount: number | null;
  readonly intervalDays: number | null;
  readonly intervalWords: string | null;
}

export type DueRule = "forecast" | "count" | "days" | "bedding";

/** When an engine is due by what is known of it: kept with it, since it stays so until more is known. */
export interface Deadline {
  /** Why it is due then, in words. */
  readonly why: string;
  readonly rule: DueRule;
  /** The day, with its part of a day; null while it is not known how fast the engine runs. */
  readonly day: number | null;
  /** The count at which it is due; null where it goes by the calendar. */
  readonly atCount: number | null;
  readonly unit: CounterUnit;
  /** What is left of the count from the newest look at it, where no day is known. */
  readonly countLeft: number | null;
  /** The same in days, as if it ran at a usual pace: so it stands among those that have a day. */
  readonly daysLeft: number | null;
}

/** A deadline as it is seen on a day. */
export interface Due extends Omit<Deadline, "daysLeft"> {
  /** Days until then, at a usual pace where its own is not known; not over 0: it is due. */
  readonly left: number;
}

const WEEK = 7;
/** Two looks at a counter nearer than this tell nothing of a pace. */
const LEAST_DAYS = 5;

/**
 * The count of a week, from what the counter showed: least squares over the newest looks. Null with fewer than two, or too
 * near each other, or where it ran backwards.
 */
export function countPerWeek(looks: readonly Counted[]): number | null {
  const newest = [...looks].sort((a, b) => a.day - b.day).slice(-NEWEST_LOOKS);
  const [first, last] = [newest[0], newest.at(-1)];
  if (first === undefined || last === undefined || last.day - first.day < LEAST_DAYS) return null;
  const mean = (of: (c: Counted) => number): number => newest.reduce((s, c) => s + of(c), 0) / newest.length;
  const [day, count] = [mean((c) => c.day), mean((c) => c.count)];
  const across = newest.reduce((s, c) => s + (c.day - day) * (c.count - count), 0);
  const perDay = across / newest.reduce((s, c) => s + (c.day - day) ** 2, 0);
  return perDay > 0 ? perDay * WEEK : null;
}
/** So many looks tell its pace: the newest. */
export const NEWEST_LOOKS = 8;

/** What looks at a counter tell, in any order; null where there are none. */
export function counterOf(all: readonly Counted[]): Counter | null {
  const looks = [...all].sort((a, b) => a.day - b.day).slice(-NEWEST_LOOKS);
  const [first, newest] = [looks[0], looks.at(-1)];
  return first === undefined || newest === undefined
    ? null
    : { newest, firstCount: first.count, perWeek: countPerWeek(looks) };
}

/** By the earliest rule; null where none says anything. */
export function deadlineOf(input: DueInput): Deadline | null {
  const { counter, counterUnit: unit, last, forecast, bedding, intervalCount, intervalDays, intervalWords } = input;
  if (last === null) return null;
  const rule = intervalWords === null ? "" : ` (${intervalWords})`;
  const atCount = (count: number, which: DueRule, why: string): Deadline => {
    const left = count - (counter?.newest.count ?? 0);
    const pace = counter?.perWeek ?? null;
    const known = { rule: which, why, unit, atCount: count };
    return counter === null || pace === null
      ? { ...known, day: null, countLeft: left, daysLeft: nominalDays(left, unit) }
      : { ...known, day: counter.newest.day + (left / pace) * WEEK, countLeft: null, daysLeft: null };
  };
  const onDay = (day: number, which: DueRule, why: string): Deadline => ({
    rule: which,
    why,
    day,
    unit,
    atCount: null,
    countLeft: null,
    daysLeft: null,
  });
  const rules: Deadline[] = [];
  if (bedding === "first-heat")
    rules.push(onDay(last.day + 1, "bedding", "worked on last time: read again after its first heat"));
  if (bedding === "first-hours") {
    const why = "bedding in: read again after";
    if (last.count === null)
      rules.push(onDay(last.day + FIRST_DAYS, "bedding", `${why} the first ${FIRST_DAYS} days`));
    else
      rules.push(
        atCount(last.count + FIRST_USE[unit], "bedding", `${why} the first ${counted(FIRST_USE[unit], unit)}`),
      );
  }
  if (forecast !== null) {
    const why = `${forecast.first} is likely to be the first out of its band`;
    if (forecast.unit === "days") rules.push(onDay(last.day + forecast.useLeft, "forecast", why));
    else if (last.count !== null) rules.push(atCount(last.count + forecast.useLeft, "forecast", why));
  }
  if (intervalCount !== null && last.count !== null)
    rules.push(atCount(last.count + intervalCount, "count", `every ${counted(intervalCount, unit)}${rule}`));
  if (intervalDays !== null) {
    const every = intervalDays === 1 ? "every day" : `every ${intervalDays} days`;
    rules.push(onDay(last.day + intervalDays, "days", `${every}${rule}`));
  }
  return rules.reduce<Deadline | null>((soonest, r) => (soonest === null || sooner(r, soonest) ? r : soonest), null);
}

/** Where one of them has no day, it comes first when its count is over, and else the one that has a day. */
function sooner(a: Deadline, b: Deadline): boolean {
  if (a.countLeft !== null) return b.countLeft === null ? a.countLeft <= 0 : a.countLeft < b.countLeft;
  return b.countLeft === null ? (a.day ?? 0) < (b.day ?? 0) : b.countLeft > 0;
}

/** As it is seen on a day: `day` in days from where its own counts. */
export function dueOn({ daysLeft, ...deadline }: Deadline, day: number): Due {
  return {
    ...deadline,
    day: deadline.day === null ? null : Math.floor(deadline.day),
    left: daysLeft ?? (deadline.day ?? day) - day,
  };
}
