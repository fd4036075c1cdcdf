/** The fleet as it is looked through: searched, filtered, sorted, a page at a time. Pure. */

/** What is looked for among engines. */
export interface FleetLine {
  readonly name: string;
  readonly serial: string | null;
  readonly customer: string | null;
  readonly sector: string | null;
  /** When it was done last, in ms; null while nothing was. */
  readonly lastMs: number | null;
  /** Days (hours where no day is known) until it is due; null where nothing says. */
  readonly left: number | null;
}

export const FLEET_SORTS = ["due", "engine", "customer", "last"] as const;
export type FleetSort = (typeof FLEET_SORTS)[number];
export const FLEET_WITHIN = ["all", "week", "now"] as const;

export interface FleetQuestion {
  readonly text: string;
  /** A sector; empty for all. */
  readonly kind: string;
  readonly within: (typeof FLEET_WITHIN)[number];
  readonly sort: FleetSort;
  readonly down: boolean;
  /** The first is 1. */
  readonly page: number;
}

export interface FleetPage<T> {
  readonly rows: readonly T[];
  readonly page: number;
  readonly pages: number;
  /** The kinds that the fleet has, whatever is asked for. */
  readonly sectors: readonly string[];
}

const PAGE = 50;
const WEEK = 7;

/** What is due first; what has no rule last. A page that is not there is the last. */
export function fleetPage<T extends FleetLine>(all: readonly T[], asked: FleetQuestion): FleetPage<T> {
  const wanted = all.filter(
    (e) =>
      (asked.kind === "" || e.sector === asked.kind) &&
      (asked.within === "all" || (e.left !== null && e.left <= (asked.within === "now" ? 0 : WEEK))),
  );
  const found = lookedFor(wanted, asked.text);
  const order = ORDERS[asked.sort];
  const sorted = found.sort((a, b) => (asked.down ? order(b, a) : order(a, b)));
  const pages = Math.max(1, Math.ceil(sorted.length / PAGE));
  const page = Math.min(Math.max(1, asked.page), pages);
  return {
    rows: sorted.slice((page - 1) * PAGE, page * PAGE),
    page,
    pages,
    sectors: [...new Set(all.flatMap((e) => e.sector ?? []))].sort(),
  };
}

/** What has the text as it is typed; where nothing has, what has all of its words. */
function lookedFor<T extends FleetLine>(all: readonly T[], text: string): T[] {
  const typed = text.trim().toLowerCase();
  const words = typed.split(/\s+/);
  const whole = all.filter((e) => written(e).includes(typed));
  return whole.length > 0 ? whole : all.filter((e) => words.every((w) => written(e).includes(w)));
}

const written = (e: FleetLine): string => `${e.name} ${e.serial ?? ""} ${e.customer ?? ""}`.toLowerCase();
const byText = (a: string | null, b: string | null): number =>
  a === b ? 0 : a === null ? 1 : b === null ? -1 : a < b ? -1 : 1;

const ORDERS: Readonly<Record<FleetSort, (a: FleetLine, b: FleetLine) => number>> = {
  due: (a, b) => (a.left ?? Infinity) - (b.left ?? Infinity) || 0,
  engine: (a, b) => byText(a.name, b.name) || byText(a.serial, b.serial),
  customer: (a, b) => byText(a.customer, b.customer),
  last: (a, b) => (a.lastMs ?? 0) - (b.lastMs ?? 0),
};
