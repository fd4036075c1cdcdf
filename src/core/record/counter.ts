/** In what an engine's use is counted. Pure. */

export const COUNTER_UNITS = ["h", "km", "mi", "starts"] as const;
export type CounterUnit = (typeof COUNTER_UNITS)[number];

export const COUNTER_NAMES: Readonly<Record<CounterUnit, string>> = {
  h: "running hours",
  km: "kilometers",
  mi: "miles",
  starts: "starts",
};

/** "650 h", "1 start". */
export const counted = (count: number, unit: CounterUnit): string =>
  `${count} ${unit === "starts" && count === 1 ? "start" : unit}`;

/** What an engine of which no pace is known may run in a day: what is left of its count stands so among dates. */
const NOMINAL_PER_DAY: Readonly<Record<CounterUnit, number>> = { h: 1, km: 50, mi: 30, starts: 1 };

/** Days that a count may last where no pace is known. */
export const nominalDays = (count: number, unit: CounterUnit): number => count / NOMINAL_PER_DAY[unit];
