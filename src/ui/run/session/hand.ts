/** What follows from where the run stands and from what is in hand, before anything is entered. Pure but for new ids. */
import { type Draft, type Entry } from "@/core/job/ledger/entry";
import type { Question } from "@/core/job/questions/question";
import { evolve } from "@/core/job/state/fold";
import type { JobState } from "@/core/job/state/state";
import { type Arc, contains } from "@/core/units/angle/arc";
import type { Run, RunContext, RunNow } from "../model";
import { aimOf } from "../words/adjustments";
import { shiftUsed } from "./learning";
import { type TappedReading, readTaps } from "../../leaves/taps";
import type { OnValve } from "./useTaps";
import { valveOf } from "./valveOf";

/** A draft with an id of its own: the same entry however often it is sent. */
export const made = (draft: Draft): Entry => ({ ...draft, id: crypto.randomUUID(), supersedes: null }) as Entry;

/** Whether the stop does not serve what is to be done there. */
export function isDoubted({ room }: RunContext, { next }: RunNow): boolean {
  if (next.kind === "read") return next.at.doubt !== null;
  return next.kind === "task" && room.doubtedSteps?.includes(next.step) === true && next.at?.doubt != null;
}

/** What was tapped at the valve in hand. With its lock loose it is read against what it should be before locking. */
export function readTapped(context: RunContext, now: RunNow, { taps, held }: OnValve): TappedReading | null {
  const valve = valveOf(now.next);
  if (valve === null) return null;
  const { spec } = valve.valve;
  const loose = valve.status === "turned" || valve.status === "inBandUnlocked";
  if (!loose) return readTaps(taps, held, context.hand, spec);
  const shift = shiftUsed(now.learning);
  return readTaps(taps, held, context.hand, {
    ...spec,
    nominalMm: aimOf(now, valve),
    lowMm: spec.lowMm - shift,
    highMm: spec.highMm - shift,
  });
}

/** The question that a reading raises, which comes before anything is done about it; null when it raises none. */
export function questionOf({ rules, job }: RunContext, state: JobState, read: Entry): Question | null {
  if (read.kind !== "reading") return null;
  const { questions } = evolve(rules, job, state, read);
  return questions.find((q) => q.valve === read.valve || (q.valve === null && read.pass === "as-found")) ?? null;
}

/**
 * What the as-left of a valve rests on where it is not read now: its last reading, or what was done last where
 * nothing is read.
 */
export function leftOn({ rules }: RunContext, { state }: RunNow, valveId: string | null): string {
  const valve = state.valves.get(valveId ?? "");
  return (rules.judgesReadings ? valve?.last?.id : valve?.work.at(-1)?.id) ?? "";
}

/**
 * Before the crank goes on: a wait that ran out on this device while the network was away is said, since the shop did
 * not see it begin.
 */
export function waited(context: RunContext, { state, nowMs }: RunNow, { entries, pending }: Run["ledger"]): Entry[] {
  const { room, rules, job } = context;
  const unseen = entries.some((e) => pending.has(e.id) && rules.squeezes?.(job.task, e) === true);
  const reason = room.waitedReason?.(context);
  const over = (rules.crankWaitsMs?.(job, state, nowMs, null) ?? 0) === 0;
  return over && state.squeezed.length > 0 && unseen && reason !== undefined
    ? [made({ kind: "bled-down", reason })]
    : [];
}

/** The stop of the route at which the crank was found: where it stood, else where something is open; null at none. */
export function stopWithin({ job }: RunContext, { state }: RunNow, arc: Arc): string | null {
  const there = job.route.filter((s) => contains(arc, s.crankDeg, job.cycleDeg));
  const isOpen = (valve: string): boolean => state.valves.get(valve)?.status !== "done";
  const stop =
    there.find((s) => s.letter === state.stop?.letter) ??
    there.find((s) => s.valves.some((v) => isOpen(v.valve))) ??
    there[0];
  return stop?.letter ?? null;
}
