/**
 * A simulated mechanic: does the run's one next thing, and says what is entered for it. It acts on what the next thing is,
 * never on how it is worded; what it does it does to a workbench, which alone knows the truth.
 */
import type { Draft, Entry, LedgerEntry, ReadingEntry } from "../job/ledger/entry";
import type { CloseItem } from "../job/ledger/kinds";
import { isOffAim, verdictOf } from "../job/ledger/readings";
import type { NextThing, TaskThing } from "../job/next/next";
import { type Job, jobState, nextThing } from "../job/run";
import { passAfter } from "../job/state/pass";
import type { JobState, ValveState } from "../job/state/state";
import type { RouteStop } from "../stops/route";

/** An engine under hands: what is done to it, and what is felt and entered of it. */
export interface Workbench {
  readonly job: Job;
  /** The crank is brought to a stop; `over`: by way of two full turns. */
  turnTo?(stop: RouteStop, over: boolean): void;
  /** What the leaves say of a valve as it stands. */
  feel(valve: ValveState): Pick<ReadingEntry, "goes" | "noGo">;
  /** Puts a valve that is out right. */
  set(valve: ValveState, stop: string): Draft;
  /** Locks a valve that was turned. */
  lock?(valve: string): void;
  /** A step of one kind of work; `leave` is done with the valve by what comes before. Null = the work stops here. */
  step?(thing: TaskThing, stop: string, state: JobState): readonly (Draft | "leave")[] | null;
  /** Whether a valve that reads right is right; left out, it is. */
  isRight?(valve: ValveState): boolean;
  /** What was found of a question; the first of its answers, where it is left out. */
  answer?(answers: readonly string[]): string;
  /** What comes of a check before closing, where it is not just done. */
  check?(item: CloseItem, state: JobState): Draft | null;
}

export class Mechanic {
  constructor(
    private readonly bench: Workbench,
    /** An id for what is entered, another each time. */
    private readonly newId: () => string,
  ) {}

  /** What is entered next; null when there is nothing more to do. */
  next(ledger: readonly LedgerEntry[], nowMs = Infinity): Entry[] | { readonly waitMs: number } | null {
    const state = jobState(this.bench.job, ledger);
    const next = nextThing(this.bench.job, state, { nowMs });
    return next.kind === "wait" ? { waitMs: next.remainingMs } : this.does(next, state);
  }

  /** Does a next thing. */
  does(next: Exclude<NextThing, { kind: "wait" }>, state: JobState): Entry[] | null {
    const { bench } = this;
    const stop = state.stop?.letter ?? "";
    switch (next.kind) {
      case "closed":
        return null;
      case "turn":
        return this.arrive(next.to, false);
      case "confirm":
        return this.arrive(next.at, false);
      case "turn-over":
        return [this.made({ kind: "turned-over", rereads: null }), ...this.arrive(next.to, true)];
      case "tighten":
        return [this.made({ kind: "tightened", part: next.part.name })];
      case "answer": {
        const { id, answers } = next.question;
        return [this.made({ kind: "answered", question: id, reason: bench.answer?.(answers) ?? answers[0] ?? "" })];
      }
      case "bridge":
        return [this.made({ kind: "bridged", valve: next.valve.valve.id, stop, turned: false })];
      case "task":
        return this.step(next, state, stop);
      case "check":
        return [this.made(bench.check?.(next.item, state) ?? { kind: "checked", item: next.item, reason: null })];
      case "close":
        return [this.made({ kind: "closed" })];
      case "lock":
        bench.lock?.(next.valve.valve.id);
        return [this.made({ kind: "locked", valve: next.valve.valve.id, stop })];
      case "set":
        return [this.made(bench.set(next.valve, stop))];
      case "read":
        return this.read(next.valve, stop, state);
    }
  }

  private made = (draft: Draft): Entry => ({ ...draft, id: this.newId(), supersedes: null }) as Entry;

  private arrive(to: RouteStop, over: boolean): Entry[] {
    this.bench.turnTo?.(to, over);
    return [this.made({ kind: "arrived", stop: to.letter })];
  }

  private step(thing: TaskThing, state: JobState, stop: string): Entry[] | null {
    // Parts are seated by turning over, whatever they are.
    if (thing.step === "seat" && thing.to !== null)
      return [this.made({ kind: "turned-over", rereads: null }), ...this.arrive(thing.to, true)];
    const drafts = this.bench.step?.(thing, stop, state) ?? null;
    if (drafts === null) return null;
    const entries = drafts.map((d) => (d === "leave" ? null : this.made(d)));
    const last = entries.findLast((e) => e !== null);
    return entries.map((e) => e ?? this.left(thing.valve?.valve.id ?? "", last?.id ?? thing.valve?.work.at(-1)?.id));
  }

  private left = (valve: string, reading = ""): Entry => this.made({ kind: "left", valve, reading, reason: null });

  private read(state: ValveState, stop: string, job: JobState): Entry[] {
    const { valve, status, verdict, last } = state;
    if (status === "read" && verdict === "in" && last !== null) return [this.left(valve.id, last.id)];
    const reading = this.made({
      kind: "reading",
      valve: valve.id,
      stop,
      pass: passAfter(state.work),
      ...this.bench.feel(state),
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    }) as ReadingEntry;
    const asks = jobState(this.bench.job, [...job.live, reading]).questions.some(
      (q) => q.valve === valve.id || q.valve === null,
    );
    const { allToAimMm } = this.bench.job;
    const right =
      reading.pass !== "set" && verdictOf(reading, valve.spec) === "in" && !isOffAim(allToAimMm, reading, valve.spec);
    const stays = right && !asks && (this.bench.isRight?.(state) ?? true);
    return stays ? [reading, this.left(valve.id, reading.id)] : [reading];
  }
}
