"use client";

import { useCallback, useState } from "react";
import type { Entry } from "@/core/job/ledger/entry";
import { wordWanted } from "@/core/job/ledger/needsWord";
import { refuse } from "@/core/job/refuse/refuse";
import { evolve } from "@/core/job/state/fold";
import type { JobState } from "@/core/job/state/state";
import type { Person } from "@/core/shop/person";
import type { Run, RunContext, Wanted } from "../model";
import type { ServerClock } from "./serverClock";

interface Adder {
  readonly person: Person | null;
  readonly clock: ServerClock;
}

/** Adds entries that belong together; what the core refuses is said and nothing is sent. */
export function useAdding(
  { rules, job }: RunContext,
  ledger: Run["ledger"],
  state: JobState,
  { person, clock }: Adder,
) {
  const [complaint, setComplaint] = useState<string | null>(null);
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const add = useCallback(
    (entries: readonly Entry[]): boolean => {
      // Nothing is entered that nobody made.
      if (person === null) {
        setComplaint("Say who is at work, at the top: then do this once more.");
        return false;
      }
      let sofar = state;
      for (const entry of entries) {
        const why = refuse(rules, job, sofar, entry, { personId: person.id, nowMs: clock.now() });
        if (why !== null) {
          setComplaint(why);
          return false;
        }
        sofar = evolve(rules, job, sofar, entry);
      }
      setComplaint(null);
      const what = wordWanted(person.role, entries);
      // It is entered as soon as somebody who may has given their word.
      if (what !== null) setWanted({ entries, what });
      else ledger.add(entries);
      return true;
    },
    [rules, job, ledger, state, person, clock],
  );
  const settle = useCallback(
    (word: string | null): void => {
      if (word !== null && wanted !== null) ledger.add(wanted.entries, word);
      setWanted(null);
    },
    [ledger, wanted],
  );
  return { add, complaint, setComplaint, wanted, settle };
}
