/**
 * What an assignment costs, in the order of its goals: money first (with a position out of its band dearer than any
 * that are not surely in theirs, and each of those dearer than any money), then squared distance from the aim, then
 * parts moved. Compared lexicographically and kept as whole numbers, so that sums and potentials are exact and ties
 * are ties.
 */
export interface Cost {
  /** Thousandths of the currency; {@link UNSURE} more for a part that is not surely right, {@link UNSERVED} for a position that is left out. */
  readonly money: number;
  /** Squared micrometers of a thousandth: (1e-6 mm) squared. */
  readonly squares: number;
  readonly moved: number;
}

export const MOST_MONEY = 1e10 - 1;
/** Dearer than any parts: up to 10 million of the currency in all. */
export const UNSURE = 2e10;
/** Dearer than 400 that are not sure. No potential is larger, so all of them are exact (below 2^53). */
export const UNSERVED = 1e13;

const SQUARE_UNIT_MM = 1e-6;

export const moneyUnits = (cost: number): number => Math.round(cost * 1000);
/** The squared distance of two thicknesses, in whole units. */
export function squareUnits(mm: number): number {
  const steps = Math.round(mm / SQUARE_UNIT_MM);
  return steps * steps;
}
