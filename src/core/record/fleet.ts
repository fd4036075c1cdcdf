/** What is looked for in a fleet: searched, filtered, sorted, a page at a time. */

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
