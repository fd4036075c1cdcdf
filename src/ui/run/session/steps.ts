/** Steps back: what is withdrawn for one. Pure. */
import { type LedgerEntry, isValveEntry } from "@/core/job/ledger/entry";

/**
 * The last step, latest first: a reading goes back with what was done about it, an arrival with the turns that led to
 * it. Empty where nothing can be taken back.
 */
export function lastStep(live: readonly LedgerEntry[]): LedgerEntry[] {
  const last = live.at(-1);
  const before = live.at(-2);
  if (last === undefined || last.kind === "closed" || last.kind === "signed") return [];
  const afterReading =
    (last.kind === "left" || last.kind === "set" || last.kind === "locked") &&
    before?.kind === "reading" &&
    before.valve === last.valve;
  const turnedOver = last.kind === "arrived" && before?.kind === "turned-over";
  return before !== undefined && (afterReading || turnedOver) ? [last, before] : [last];
}

/** The last thing that was done at a valve. */
export const lastAt = (live: readonly LedgerEntry[], valve: string): LedgerEntry[] => {
  const last = live.findLast((e) => isValveEntry(e) && e.valve === valve);
  return last === undefined ? [] : [last];
};
