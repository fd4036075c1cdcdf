/**
 * A preload whose depth the levers put outside the plunger's window, begun all the same: wires at the first lifter say
 * where it really stands, and nothing else is turned before.
 */
import { type PreloadGear, nutTravelMm, plungerTravelMm } from "./gear";

/**
 * Whether wires could show so many turns to be right: the plunger's travel is known, and what lies between the two ways
 * of counting (the nut's own travel, as many do, and through the levers) reaches into its window.
 */
export function canBeProven(
  turns: number,
  gear: PreloadGear,
  { lowMm, highMm }: { readonly lowMm: number; readonly highMm: number },
): boolean {
  if (gear.plunger.assumed === true || lowMm > highMm) return false;
  const [nutMm, leversMm] = [nutTravelMm(turns, gear), plungerTravelMm(turns, gear)];
  return Math.min(nutMm, leversMm) <= highMm && Math.max(nutMm, leversMm) >= lowMm;
}
