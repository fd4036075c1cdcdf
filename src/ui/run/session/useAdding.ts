"use client";

import { useCallback, useState } from "react";
import type { Entry } from "@/core/job/ledger/entry";
import { refuse } from "@/core/job/refuse/refuse";
import { evolve } from "@/core/job/state/fold";
import type { JobState } from "@/core/job/state/state";
import type { Run, RunContext } from "../model";
import type { ServerClock } from "./serverClock";

interface Adder {
  readonly personId: string | null;
  readonly clock: ServerClock;
}

/** Adds entries that belong together; what the core refuses is said and nothing is sent. */
export function useAdding(
  { rules, job }: RunContext,
  ledger: Run["ledger"],
  state: JobState,
  { personId, clock }: Adder,
) {
  const [complaint, setComplaint] = useState<string | null>(null);
  const add = useCallback(
    (entries: readonly Entry[]): boolean => {
      // Nothing is entered that nobody made.
      if (personId === null) {
        setComplaint("Say who is at work, at the top: then do this once more.");
        return false;
      }
      let sofar = state;
      for (const entry of entries) {
        const why = refuse(rules, job, sofar, entry, { personId, nowMs: clock.now() });
        if (why !== null) {
          setComplaint(why);
          return false;
        }
        sofar = evolve(rules, job, sofar, entry);
      }
      setComplaint(null);
      ledger.add(entries);
      return true;
    },
    [rules, job, ledger, state, personId, clock],
  );
  return { add, complaint, setComplaint };
}
