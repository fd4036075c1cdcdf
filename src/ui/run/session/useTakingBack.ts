"use client";

import { useState } from "react";
import { type Entry, type LedgerEntry, isValveEntry } from "@/core/job/ledger/entry";
import type { Ledger } from "../model";
import { takeBackWords } from "../words/takeBackWords";
import { type StepBack, madeAgain, stepBack, takenBack } from "./steps";

interface Given {
  readonly ledger: Ledger;
  /** The entries that stand. */
  readonly live: readonly LedgerEntry[];
  readonly personId: string | null;
  readonly withdraw: (back: readonly LedgerEntry[]) => void;
  readonly add: (entries: readonly Entry[]) => boolean;
}

/** Steps back: one's own at once, others' work only after it was asked about by name; and what is brought back again. */
export function useTakingBack({ ledger, live, personId, withdraw, add }: Given) {
  const [asking, setAsking] = useState<StepBack | null>(null);
  const step = stepBack(live, personId);
  // What was asked about is no longer the last step: somebody went on meanwhile.
  const asked = asking !== null && asking.entries.every((e) => live.some((l) => l.id === e.id)) ? asking : null;
  const taken = takenBack(ledger.entries, personId);
  return {
    step,
    asked: asked === null ? null : takeBackWords(asked),
    /** Takes a step back, at once where nobody else made any of it. */
    take: (wanted: StepBack | null): void => {
      if (wanted === null) return;
      if (wanted.others.length > 0) setAsking(wanted);
      else withdraw(wanted.entries);
    },
    answer: (sure: boolean): void => {
      if (sure && asked !== null) withdraw(asked.entries);
      setAsking(null);
    },
    taken,
    /** Gives the valves at which something stands again. */
    bring: (): string[] => (add(madeAgain(taken)) ? taken.flatMap((e) => (isValveEntry(e) ? [e.valve] : [])) : []),
  };
}
