/** A made-up engine under a mechanic's hands: what is true of it, and what is entered when the next thing is asked. */
import { randomUUID } from "node:crypto";
import type { screwAdjuster } from "../core/lash/adjuster";
import type { Draft, Entry, LedgerEntry, ReadingEntry } from "../core/job/ledger/entry";
import type { LeafMark } from "../core/job/ledger/fields";
import { verdictOf } from "../core/job/ledger/readings";
import type { NextThing, TaskThing } from "../core/job/next/next";
import { type Job, jobState, nextThing } from "../core/job/run";
import { passAfter } from "../core/job/state/pass";
import type { JobState, ValveState } from "../core/job/state/state";
import type { ZeroSchool } from "../core/preload/zeroLash";
import { type FeelerSet, leafText } from "../core/shop/feelerSet";

export interface Play {
  readonly jobId: string;
  readonly set: FeelerSet;
  /** True lash of each valve before anything is touched, in mm. */
  readonly lashMm: Readonly<Record<string, number>>;
  readonly startedAt: Date;
  /** Where the mechanic is called away; the job is done when left out. */
  readonly until?: (next: NextThing) => boolean;
  /** What comes of questions, where it is not the first of their answers. */
  readonly answers?: readonly string[];
  /** What locking does to the lash under this hand, in mm. */
  readonly lockShiftMm?: number;
  /** What shims came out, in mm by valve; without them the job stops where parts are worked out. */
  readonly shimsMm?: Readonly<Record<string, number>>;
  /** Of positively closed valves: plugs, the state of belts, springs and clips, and what is in there and would be right. */
  readonly openerClosers?: {
    readonly plugs: number;
    readonly gear: string;
    /** What this hand's loaded gap overstates. */
    readonly overstatesMm: number;
    readonly valves: Readonly<
      Record<string, { readonly openerMm: number; readonly closerMm: number; readonly rightMm: number }>
    >;
  };
  /**
   * Of hydraulic lifters: turns in, the school of zero lash, where the other school is, how far in it was found, and
   * which one ticks.
   */
  readonly lifter?: {
    readonly turns?: Readonly<Record<string, number>>;
    readonly schools?: Readonly<Record<string, ZeroSchool>>;
    readonly apart?: Readonly<Record<string, number>>;
    readonly found?: Readonly<Record<string, number>>;
    readonly ticks?: string;
  };
  /** Why it is broken off at the end. */
  readonly paused?: string;
}

/** Feels the true lash with the set's single leaves, as the advice would have it. */
export function feel(trueMm: number, set: FeelerSet): { goes: LeafMark; noGo: LeafMark } {
  const goes = set.leaves.findLast((l) => l.mm <= trueMm);
  const noGo = set.leaves.find((l) => l.mm > trueMm) ?? set.leaves[set.leaves.length - 1];
  if (noGo === undefined) throw new RangeError("feel: the set has no leaves");
  return {
    goes: goes === undefined ? { mm: 0, text: "no leaf" } : { mm: goes.mm, text: leafText(goes, set.system) },
    noGo: { mm: noGo.mm, text: leafText(noGo, set.system) },
  };
}

/** What a mechanic's hands do in one kind of work. */
export interface Hand {
  /**
   * What is entered at a step of this kind of work; `leave` is done with the valve by what comes before. Null = the
   * job stops here.
   */
  step?(bench: Bench, thing: TaskThing, stop: string, state: JobState): readonly (Draft | "leave")[] | null;
  /** How a valve that is out is put right. */
  set(bench: Bench, valve: ValveState, stop: string): Draft;
  /** Whether a valve that reads right is right; left out, it is. */
  isRight?(valve: ValveState): boolean;
}

const made = (draft: Draft): Entry => ({ ...draft, id: randomUUID(), supersedes: null }) as Entry;

export class Bench {
  /** True lash of each valve now, in mm. */
  readonly lashMm: Record<string, number>;

  constructor(
    readonly job: Job,
    readonly adjuster: ReturnType<typeof screwAdjuster>,
    readonly given: Play,
    private readonly hand: Hand,
  ) {
    this.lashMm = { ...given.lashMm };
  }

  /** What is entered next; null when there is nothing more to do. */
  next(ledger: readonly LedgerEntry[], nowMs: number): Entry[] | { readonly waitMs: number } | null {
    const state = jobState(this.job, ledger);
    const next = nextThing(this.job, state, { nowMs });
    if (this.given.until?.(next) === true) return null;
    if (next.kind === "wait") return { waitMs: next.remainingMs };
    return this.entries(next, state);
  }

  private entries(next: NextThing, state: JobState): Entry[] | null {
    const stop = state.stop?.letter ?? "";
    switch (next.kind) {
      case "closed":
      case "wait":
        return null;
      case "turn":
        return [made({ kind: "arrived", stop: next.to.letter })];
      case "confirm":
        return [made({ kind: "arrived", stop: next.at.letter })];
      case "turn-over":
        return [made({ kind: "turned-over", rereads: null }), made({ kind: "arrived", stop: next.to.letter })];
      case "tighten":
        return [made({ kind: "tightened", part: next.part.name })];
      case "answer":
        return [made({ kind: "answered", question: next.question.id, reason: this.answer(next.question.answers) })];
      case "bridge":
        return [made({ kind: "bridged", valve: next.valve.valve.id, stop, turned: false })];
      case "task":
        return this.step(next, state, stop);
      case "check":
        return [made(this.check(next.item, state))];
      case "close":
        return [made({ kind: "closed" })];
      case "lock":
        this.shift(next.valve.valve.id);
        return [made({ kind: "locked", valve: next.valve.valve.id, stop })];
      case "set":
        return [made(this.hand.set(this, next.valve, stop))];
      case "read":
        return this.read(next.valve, stop, state);
    }
  }

  private step(thing: TaskThing, state: JobState, stop: string): Entry[] | null {
    const drafts = this.hand.step?.(this, thing, stop, state) ?? null;
    if (drafts === null) return null;
    const entries = drafts.map((d) => (d === "leave" ? null : made(d)));
    const last = entries.findLast((e) => e !== null);
    return entries.map((e) => e ?? this.left(thing.valve?.valve.id ?? "", last?.id ?? thing.valve?.work.at(-1)?.id));
  }

  private answer(answers: readonly string[]): string {
    return answers.find((a) => this.given.answers?.includes(a)) ?? answers[0] ?? "";
  }

  private left = (valve: string, reading = ""): Entry => made({ kind: "left", valve, reading, reason: null });

  /** It ticks once, where it was made to. */
  private check(item: Extract<NextThing, { kind: "check" }>["item"], { live }: JobState): Draft {
    const ticks = this.given.lifter?.ticks;
    return item === "started" && ticks !== undefined && !live.some((e) => e.kind === "reopened")
      ? { kind: "reopened", valve: ticks, reason: "Ticks after start" }
      : { kind: "checked", item, reason: null };
  }

  private read(state: ValveState, stop: string, job: JobState): Entry[] {
    const { valve, status, verdict, last } = state;
    if (status === "read" && verdict === "in" && last !== null) return [this.left(valve.id, last.id)];
    const reading = made({
      kind: "reading",
      valve: valve.id,
      stop,
      pass: passAfter(state.work),
      ...feel(this.lashMm[valve.id] ?? valve.spec.nominalMm, this.given.set),
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    }) as ReadingEntry;
    const asks = jobState(this.job, [...job.live, reading]).questions.some(
      (q) => q.valve === valve.id || q.valve === null,
    );
    const right = reading.pass !== "set" && verdictOf(reading, valve.spec) === "in";
    const stays = right && !asks && (this.hand.isRight?.(state) ?? true);
    return stays ? [reading, this.left(valve.id, reading.id)] : [reading];
  }

  /** What locking does to the lash under this hand. */
  shift(valve: string): void {
    this.lashMm[valve] = (this.lashMm[valve] ?? 0) + (this.given.lockShiftMm ?? 0);
  }
}
