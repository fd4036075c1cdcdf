/** When to look at an engine again: by forecast, by use, by date, whichever comes first. Pure. */
import type { UseUnit } from "./history";

/** How likely it may become that any valve is out (set by the shop otherwise). */
export const DEFAULT_RISK = 0.05;

/** What a counter showed on a day. */
export interface Counted {
  /** Days from a fixed one. */
  readonly day: number;
  readonly hours: number;
}

/** What the looks at a counter tell, as it is kept with the engine. */
export interface Counter {
  readonly newest: Counted;
  /** At the oldest look that counts. */
  readonly firstHours: number;
  /** Null while too little is known. */
  readonly hoursPerWeek: number | null;
}

export interface DueInput {
  /** Null while nobody looked at it. */
  readonly counter: Counter | null;
  /** Of the newest closed job; null where there is none. */
  readonly last: { readonly day: number; readonly hours: number | null } | null;
  readonly forecast: { readonly unit: UseUnit; readonly useLeft: number; readonly first: string } | null;
  readonly intervalHours: number | null;
  readonly intervalDays: number | null;
  readonly intervalWords: string | null;
}

export type DueRule = "forecast" | "hours" | "days";

/** When an engine is due by what is known of it: kept with it, since it stays so until more is known. */
export interface Deadline {
  /** Why it is due then, in words. */
  readonly why: string;
  readonly rule: DueRule;
  /** The day, with its part of a day; null while it is not known how fast the engine runs. */
  readonly day: number | null;
  /** The count at which it is due; null where it goes by the calendar. */
  readonly atHours: number | null;
  /** Hours from the newest look at the counter until then, where no day is known. */
  readonly hoursLeft: number | null;
}

/** A deadline as it is seen on a day. */
export interface Due extends Omit<Deadline, "hoursLeft"> {
  /** Days until then, or hours where no day is known; not over 0: it is due. */
  readonly left: number;
}

const WEEK = 7;
/** Two looks at a counter nearer than this tell nothing of a pace. */
const LEAST_DAYS = 5;

/**
 * Hours a week, from what the counter showed: least squares over the newest looks. Null with fewer than two, or too
 * near each other, or where it ran backwards.
 */
export function hoursPerWeek(counted: readonly Counted[]): number | null {
  const newest = [...counted].sort((a, b) => a.day - b.day).slice(-NEWEST_LOOKS);
  const [first, last] = [newest[0], newest.at(-1)];
  if (first === undefined || last === undefined || last.day - first.day < LEAST_DAYS) return null;
  const mean = (of: (c: Counted) => number): number => newest.reduce((s, c) => s + of(c), 0) / newest.length;
  const [day, hours] = [mean((c) => c.day), mean((c) => c.hours)];
  const across = newest.reduce((s, c) => s + (c.day - day) * (c.hours - hours), 0);
  const perDay = across / newest.reduce((s, c) => s + (c.day - day) ** 2, 0);
  return perDay > 0 ? perDay * WEEK : null;
}
/** So many looks tell its pace: the newest. */
export const NEWEST_LOOKS = 8;

/** What looks at a counter tell, in any order; null where there are none. */
export function counterOf(counted: readonly Counted[]): Counter | null {
  const looks = [...counted].sort((a, b) => a.day - b.day).slice(-NEWEST_LOOKS);
  const [first, newest] = [looks[0], looks.at(-1)];
  return first === undefined || newest === undefined
    ? null
    : { newest, firstHours: first.hours, hoursPerWeek: hoursPerWeek(looks) };
}

/** By the earliest rule; null where none says anything. */
export function deadlineOf(input: DueInput): Deadline | null {
  const { counter, last, forecast, intervalHours, intervalDays, intervalWords } = input;
  if (last === null) return null;
  const rule = intervalWords === null ? "" : ` (${intervalWords})`;
  const atHours = (hours: number, which: DueRule, why: string): Deadline => {
    const left = hours - (counter?.newest.hours ?? 0);
    const pace = counter?.hoursPerWeek ?? null;
    return counter === null || pace === null
      ? { rule: which, why, day: null, atHours: hours, hoursLeft: left }
      : { rule: which, why, day: counter.newest.day + (left / pace) * WEEK, atHours: hours, hoursLeft: null };
  };
  const onDay = (day: number, which: DueRule, why: string): Deadline => ({
    rule: which,
    why,
    day,
    atHours: null,
    hoursLeft: null,
  });
  const rules: Deadline[] = [];
  if (forecast !== null) {
    const why = `${forecast.first} is likely to be the first out of its band`;
    if (forecast.unit === "days") rules.push(onDay(last.day + forecast.useLeft, "forecast", why));
    else if (last.hours !== null) rules.push(atHours(last.hours + forecast.useLeft, "forecast", why));
  }
  if (intervalHours !== null && last.hours !== null)
    rules.push(atHours(last.hours + intervalHours, "hours", `every ${intervalHours} h${rule}`));
  if (intervalDays !== null) {
    const every = intervalDays === 1 ? "every day" : `every ${intervalDays} days`;
    rules.push(onDay(last.day + intervalDays, "days", `${every}${rule}`));
  }
  return rules.reduce<Deadline | null>((soonest, r) => (soonest === null || sooner(r, soonest) ? r : soonest), null);
}

/** Where one of them has no day, it comes first when its hours are over, and else the one that has a day. */
function sooner(a: Deadline, b: Deadline): boolean {
  if (a.hoursLeft !== null) return b.hoursLeft === null ? a.hoursLeft <= 0 : a.hoursLeft < b.hoursLeft;
  return b.hoursLeft === null ? (a.day ?? 0) < (b.day ?? 0) : b.hoursLeft > 0;
}

/** As it is seen on a day: `day` in days from where its own counts. */
export function dueOn({ hoursLeft, ...deadline }: Deadline, day: number): Due {
  return {
    ...deadline,
    day: deadline.day === null ? null : Math.floor(deadline.day),
    left: hoursLeft ?? (deadline.day ?? day) - day,
  };
}
