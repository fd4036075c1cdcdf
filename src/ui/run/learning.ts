/** What the ledger taught, and what of it is used. Pure. */
import { isScrew, screwAdjuster } from "@/core/lash/adjuster";
import { PAIRS_WANTED, learnK, lockShift } from "@/core/lash/learn";
import type { Entry, KeptEntry } from "@/core/run/entry";
import { knownTurns, lockShifts } from "@/core/run/learned";
import type { Learning, RunContext } from "./model";

export interface LearningSwitches {
  readonly shift: boolean;
  readonly k: boolean;
}
export const BOTH_ON: LearningSwitches = { shift: true, k: true };

export function learningOf(
  { file, locking, earlierShiftsMm }: RunContext,
  entries: readonly (Entry | KeptEntry)[],
  personId: string | null,
  use: LearningSwitches,
): Learning {
  const pairs = locking.inOneGo ? [] : lockShifts(entries, personId);
  const earlierMm = locking.inOneGo ? [] : earlierShiftsMm;
  const shiftMm = lockShift(pairs, earlierMm);
  const screw = file.adjuster?.kind === "screw" ? screwAdjuster(file.adjuster) : null;
  const k = screw === null || !isScrew(screw) ? null : learnK(knownTurns(entries, shiftMm ?? 0), screw);
  const wanted =
    !locking.inOneGo &&
    use.shift &&
    pairs.length + earlierMm.length < PAIRS_WANTED &&
    (file.adjuster === undefined || file.adjuster.kind === "screw");
  return { shiftMm, pairs, earlierMm, useShift: use.shift, wanted, k, useK: use.k };
}
