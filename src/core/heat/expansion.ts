/**
 * How much the lash grows from cold to hot, computed from sizes and temperatures.
 *
 * Growth = lash hot minus lash cold, in mm at the valve tip; positive where heat opens the gap. Each part
 * lengthens by size * expansion * rise; block and head open the gap, pushrod and valve close it, each by
 * its lever about the rocker.
 */
import type { Metal, ValveRole } from "../engine/engineFile";

/** Expansion per kelvin (handbook values, rounded as the trade uses them). */
export const EXPANSION = { iron: 11e-6, alloy: 23e-6, steel: 12e-6, exhaustSteel: 17e-6 } as const;

export interface PushrodSizes {
  /** Cam to deck. */
  readonly deckMm: number;
  /** Deck to rocker pivot. */
  readonly pivotMm: number;
  readonly pushrodMm: number;
  /** Valve seat to tip. */
  readonly valveMm: number;
}
export interface OverheadSizes {
  /** Valve seat to cam centre. */
  readonly camMm: number;
  readonly valveMm: number;
}

/** Rise of each part in kelvin. */
export interface Rise {
  readonly block: number;
  readonly head: number;
  readonly pushrod: number;
  readonly valve: number;
}
export const evenRise = (kelvin: number): Rise => ({ block: kelvin, head: kelvin, pushrod: kelvin, valve: kelvin });

export type HeatGear =
  | {
      readonly layout: "pushrod";
      readonly ratio: number;
      readonly sizes: PushrodSizes;
      readonly block: Metal;
      readonly head: Metal;
    }
  | { readonly layout: "overhead"; readonly sizes: OverheadSizes; readonly head: Metal };

/** Growth of a valve of this role, in mm. Injectors take the intake's steel. */
export function growthMm(gear: HeatGear, role: ValveRole, rise: Rise): number {
  const valve = EXPANSION[role === "exhaust" ? "exhaustSteel" : "steel"];
  if (gear.layout === "overhead")
    return gear.sizes.camMm * EXPANSION[gear.head] * rise.head - gear.sizes.valveMm * valve * rise.valve;
  const { ratio: r, sizes: s } = gear;
  return (
    r * s.deckMm * EXPANSION[gear.block] * rise.block +
    (1 + r) * s.pivotMm * EXPANSION[gear.head] * rise.head -
    r * s.pushrodMm * EXPANSION.steel * rise.pushrod -
    s.valveMm * valve * rise.valve
  );
}

/** How well a rise is known when sizes or temperatures are assumed (trade: vary each by a fifth). */
const RISE_SHARE = 0.2;

/**
 * The least and the most growth when each part's rise is out by a fifth. Growth is linear in each rise, so the
 * corners hold it.
 */
export function growthRangeMm(gear: HeatGear, role: ValveRole, rise: Rise): readonly [number, number] {
  const parts = ["block", "head", "pushrod", "valve"] as const;
  const corners = Array.from({ length: 2 ** parts.length }, (_, bits) =>
    growthMm(
      gear,
      role,
      Object.fromEntries(
        parts.map((p, i) => [p, rise[p] * (bits & (1 << i) ? 1 + RISE_SHARE : 1 - RISE_SHARE)]),
      ) as unknown as Rise,
    ),
  );
  return [Math.min(...corners), Math.max(...corners)];
}
