/**
 * A job bound to the rules of its kind of work: what everybody outside asks of a job. The kernel in the rooms beside
 * knows no kind; it is given the rules, here and nowhere else.
 */
import { missingToClose as missing } from "./closeOut/missing";
import type { JobOf } from "./job";
import type { Entry, LedgerEntry } from "./ledger/entry";
import { type Asked, type NextThing, nextThing as next } from "./next/next";
import { standsWords as stands } from "./next/stands";
import { type By, refuse } from "./refuse/refuse";
import type { Sheet } from "./sheet/format";
import { type SheetSource, sheetOf as sheet } from "./sheet/sheet";
import { evolve as evolved, foldLedger } from "./state/fold";
import type { JobState } from "./state/state";
import { TASKS, type Task, type TaskKind, type TaskOf } from "./tasks";
import type { TaskRules } from "./tasks/rules";

export type Job = JobOf<Task>;

/** The job as one of a kind of work; null when it is of another. */
export const jobAs = <K extends TaskKind>(job: Job, kind: K): JobOf<TaskOf<K>> | null =>
  job.task.kind === kind ? (job as JobOf<TaskOf<K>>) : null;

export const rulesOf = ({ task }: Pick<Job, "task">): TaskRules => TASKS[task.kind];

/** Where a job stands after a ledger. */
export const jobState = (job: Job, entries: readonly LedgerEntry[]): JobState =>
  foldLedger(rulesOf(job), job, entries);

/** Where it stands after one more entry: the same as folding the longer ledger, without folding it. */
export const evolve = (job: Job, state: JobState, entry: LedgerEntry): JobState =>
  evolved(rulesOf(job), job, state, entry);

export const nextThing = (job: Job, state: JobState, asked?: Asked): NextThing =>
  next(rulesOf(job), job, state, asked);

/**
 * Null when an entry may be added to a job that stands so, else what to do instead. Time is the shop's; left out, no
 * wait is told.
 */
export const refusal = (job: Job, state: JobState, entry: Entry, by: Partial<By> = {}): string | null =>
  refuse(rulesOf(job), job, state, entry, { personId: null, nowMs: Infinity, ...by });

export const missingToClose = (job: Job, state: JobState): string[] => missing(rulesOf(job), job, state);

export const standsWords = (job: Job, state: JobState, at: NextThing): string => stands(rulesOf(job), job, state, at);

export const sheetOf = (source: SheetSource<Job>): Sheet => sheet(rulesOf(source.job), source);
