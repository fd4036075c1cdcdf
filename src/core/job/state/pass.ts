/** Which pass a reading belongs to that is taken now. */
import { changesLash, type LedgerValveEntry } from "../ledger/entry";
import type { Pass } from "../ledger/kinds";

/**
 * What was done since the valve was last left decides: turned and its lock loose, `set`; changed or locked, `as-left`;
 * else `re-check` once it was left before, and `as-found` until then. `work` is what stands at the valve, in order.
 */
export function passAfter(work: readonly LedgerValveEntry[]): Pass {
  const lastLeft = work.findLastIndex((e) => e.kind === "left");
  // A bridge that was set before anything was read makes the first reading no other than as found.
  const bridgeFirst = work[0]?.kind === "bridged";
  const turned = work
    .slice(lastLeft + 1)
    .findLast(
      (e) =>
        e.kind === "set" ||
        e.kind === "locked" ||
        e.kind === "fitted" ||
        (e.kind === "bridged" && changesLash(e) && !bridgeFirst),
    );
  if (turned !== undefined) return turned.kind === "set" && !turned.locked ? "set" : "as-left";
  return lastLeft === -1 ? "as-found" : "re-check";
}
