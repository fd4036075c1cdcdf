"use client";

import { useMemo, useState } from "react";
import { nextThing } from "@/core/job/next/next";
import { follow } from "@/core/job/state/follow";
import { useStored } from "../../stored";
import type { Ledger, LearningSwitches, RunContext, RunNow } from "../model";
import { BOTH_ON, learningOf } from "./learning";
import type { ServerClock } from "./serverClock";
import { useServerNow } from "./useServerNow";

const SECOND_MS = 1000;
/** How often a hot engine's minutes are looked at. */
const COOLING_MS = 15_000;

interface Said {
  readonly chosen: string | null;
  /** Whoever is back has not yet said where the crank is. */
  readonly returning: boolean;
  /** The valve that was in hand before: it stays so when somebody else comes to it. */
  readonly inHand: string | null;
  readonly personId: string | null;
}

/** Where the job stands and what comes next, as the ledger and what was said here have it. */
export function useRunNow(context: RunContext, ledger: Ledger, clock: ServerClock, said: Said) {
  const { job, rules } = context;
  const [followed] = useState(() => follow(rules, job));
  const [switches, setSwitches] = useStored<LearningSwitches>(`fulcrata-learning-${context.id}`);
  const used = switches ?? BOTH_ON;
  const state = useMemo(() => followed(ledger.entries), [followed, ledger.entries]);
  const nowMs = useServerNow(clock, context.nowMs, (ms) => {
    if (state.ended) return null;
    if ((rules.crankWaitsMs?.(job, state, ms, null) ?? 0) > 0) return SECOND_MS;
    return rules.judgedIn === "either-state" && job.state === "hot" ? COOLING_MS : null;
  });
  const { chosen, returning, inHand, personId } = said;
  const now: RunNow = useMemo(() => {
    const taken = new Set(ledger.others.flatMap((o) => (o.valve === null ? [] : [o.valve])));
    // What is in hand already stays in hand when somebody else comes to it: both are told.
    if (inHand !== null) taken.delete(inHand);
    const pausedBy = state.paused?.personId;
    const othersPause = pausedBy !== undefined && pausedBy !== personId;
    const next = nextThing(rules, job, state, { chosen, returning, taken, othersPause, nowMs });
    const target = next.kind === "turn" && next.first ? next.to : state.stop;
    return {
      state,
      next,
      nowMs,
      crankDeg: state.foundDeg ?? target?.crankDeg ?? 0,
      learning: learningOf(context, ledger.entries, personId, used),
      others: ledger.others,
      othersPause: othersPause ? state.paused : null,
      allKept: ledger.pending.size === 0,
    };
  }, [
    context,
    job,
    rules,
    state,
    nowMs,
    ledger.entries,
    ledger.others,
    ledger.pending,
    chosen,
    returning,
    personId,
    used,
    inHand,
  ]);
  return { now, switches: used, setSwitches };
}
