/** A run for tests: a job on an engine with a set in hand, and where it stands after some entries. */
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import type { JobOf } from "@/core/job/job";
import type { Entry } from "@/core/job/ledger/entry";
import { type Asked, nextThing } from "@/core/job/next/next";
import { foldLedger } from "@/core/job/state/fold";
import { TASKS, type Task } from "@/core/job/tasks";
import { lockingOf } from "@/core/lash/locking";
import type { School } from "@/core/lash/school";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { AtValve, Learning, RunContext, RunNow, RunWork } from "./model";
import { BOTH_ON, learningOf } from "./session/learning";
import { type Reading, stacksOfSet } from "../leaves/taps";
import { ROOMS } from "./rooms.testing";
import { instruct } from "./words/instruction";
import type { Instruction } from "./words/shape";

export const OPENED_AT = "2026-11-25T10:00:00Z";

/** A metric set of such leaves. */
export const setOf = (leavesMm: readonly number[]): FeelerSet => ({
  id: "s",
  name: "Set",
  system: "metric",
  leaves: leavesMm.map((mm) => ({ mm, mmMark: mm.toFixed(2), inchMark: null })),
});

interface More extends Partial<Omit<RunContext, "file" | "job" | "hand" | "rules" | "room">> {
  readonly school?: School;
  readonly work?: RunWork;
}

/** The rules and the room of a job's kind of work. */
const workOf = ({ kind }: Task): RunWork => ({ rules: TASKS[kind], room: ROOMS[kind] });

/** The run of a job, with one set in hand. */
export function contextOn(file: EngineFile, job: JobOf<Task>, set: FeelerSet, more: More = {}): RunContext {
  const { school = "go-no-go", work = workOf(job.task), ...rest } = more;
  return {
    id: "j",
    engineId: "e",
    file,
    job,
    state: job.state,
    temperatureC: null,
    method: "firing-order",
    sets: [set],
    lastTime: {},
    expectedMm: {},
    causes: [],
    ownCauses: [],
    lastTurnedIn: {},
    ownHand: null,
    earlierShiftsMm: [],
    openedAt: OPENED_AT,
    nowMs: 0,
    airC: null,
    firstStart: [],
    licensed: null,
    order: null,
    engine: resolveEngine(file),
    locking: lockingOf(file.adjuster),
    hand: { set, stacks: stacksOfSet(set), school, instrument: null },
    ...work,
    ...rest,
  };
}

/** Where it stands after entries, with what was asked on this device. */
export function nowOf(
  context: RunContext,
  entries: readonly Entry[],
  asked: Asked & { readonly learning?: Partial<Learning> } = {},
): RunNow {
  const { learning, ...rest } = asked;
  const state = foldLedger(context.rules, context.job, entries);
  return {
    state,
    next: nextThing(context.rules, context.job, state, rest),
    nowMs: asked.nowMs ?? 0,
    crankDeg: 0,
    others: [],
    othersPause: null,
    allKept: true,
    learning: { ...learningOf(context, entries, null, BOTH_ON), ...learning },
  };
}

/** What is told, with what was chosen at the valve in hand beside what stands there unasked. */
export const told = (
  context: RunContext,
  now: RunNow,
  reading: Reading | null = null,
  chosen: Partial<AtValve> = {},
): Instruction =>
  instruct(context, now, reading, {
    override: null,
    ...chosen,
    choice: { ...context.room.noChoice?.(context), ...chosen.choice },
  });
