/** Follows a ledger as it grows: only what came since is folded. */
import type { JobOf } from "../job";
import type { LedgerEntry } from "../ledger/entry";
import { type FoldRules, evolve, foldLedger } from "./fold";
import type { JobState } from "./state";

/**
 * The state after each ledger that is given; where it is no longer the one before (an entry came in between, or was
 * kept), it is folded anew.
 */
export function follow(rules: FoldRules, job: JobOf): (entries: readonly LedgerEntry[]) => JobState {
  let known: readonly LedgerEntry[] = [];
  let state = foldLedger(rules, job, known);
  return (entries) => {
    const grown = known.length <= entries.length && known.every((e, i) => e === entries[i]);
    state = grown
      ? entries.slice(known.length).reduce((s, e) => evolve(rules, job, s, e), state)
      : foldLedger(rules, job, entries);
    known = entries;
    return state;
  };
}
