/** What the ledger taught, and what of it is used. Pure. */
import { screwOf } from "@/core/lash/adjuster";
import { PAIRS_WANTED, learnK, lockShift } from "@/core/lash/learn";
import type { LedgerEntry } from "@/core/job/ledger/entry";
import { knownTurns, lockShifts, ofValves } from "@/core/job/ledger/learned";
import type { Learning, LearningSwitches, RunContext } from "../model";

export const BOTH_ON: LearningSwitches = { shift: true, k: true };

export function learningOf(
  { file, job, locking, earlierShiftsMm }: RunContext,
  ledger: readonly LedgerEntry[],
  personId: string | null,
  use: LearningSwitches,
): Learning {
  const entries = ofValves(job, ledger);
  const shifts = locking.inOneGo ? [] : lockShifts(entries, personId);
  const earlierMm = locking.inOneGo ? [] : earlierShiftsMm;
  const shiftMm = lockShift(shifts, earlierMm);
  const screw = screwOf(file.adjuster);
  const k = screw === null ? null : learnK(knownTurns(entries, shiftMm ?? 0), screw);
  const wanted =
    !locking.inOneGo &&
    use.shift &&
    shifts.length + earlierMm.length < PAIRS_WANTED &&
    (file.adjuster === undefined || file.adjuster.kind === "screw");
  return { shiftMm, shifts, earlierMm, useShift: use.shift, wanted, k, useK: use.k };
}

/** What is taken off the nominal for the aim; 0 while nothing is known or it is switched off. */
export const shiftUsed = ({ shiftMm, useShift }: Learning): number => (useShift ? (shiftMm ?? 0) : 0);
