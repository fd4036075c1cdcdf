/** Parts that were fitted, as the sheet tells of them. */
import type { FittedEntry, KeptEntry } from "../../ledger/entry";
import { predictedLash } from "../../ledger/predictedLash";

/** What came out, and with what that was measured. */
export const wasWords = ({ fromMm, instrument }: FittedEntry): string =>
  fromMm === null ? "" : `, was ${fromMm.toFixed(3)}${instrument === null ? "" : ` by ${instrument}`}`;

/**
 * "2.400 mm from 3E, was 2.500; predicted 0.15–0.16 mm": the last that was exchanged, and what it should leave; null
 * where nothing was.
 */
export function partWords(work: readonly KeptEntry[]): string | null {
  const fitted = work.findLast((e) => e.kind === "fitted");
  if (fitted === undefined) return null;
  const predicted = predictedLash(work).at(-1)?.predictedMm;
  const from = fitted.partFrom?.startsWith("valve ") === true ? ` from ${fitted.partFrom.slice(6)}` : "";
  const leaves =
    predicted === undefined ? "" : `; predicted ${predicted.lo.toFixed(2)}–${predicted.hi.toFixed(2)} mm`;
  return `${fitted.lengthMm.toFixed(3)} mm${from}${wasWords(fitted)}${leaves}`;
}
