/** What the run screen derives from what it is given and from the ledger, and what it asks of a kind of work. Types only. */
import type { LeafStrip } from "../leaves/LeafStrip";
import type { RouteStop } from "@/core/stops/route";
import type { ReactNode } from "react";
import type { Engine } from "@/core/engine/resolve";
import type { BeforeAfter, LearnedK } from "@/core/lash/learn";
import type { Locking } from "@/core/lash/locking";
import type { AnyTask, JobOf } from "@/core/job/job";
import type { Draft, Entry, EntryOf, Kept, LedgerEntry } from "@/core/job/ledger/entry";
import type { NextThing, TaskThing } from "@/core/job/next/next";
import type { RunPageData } from "@/core/job/pages/run";
import type { JobState, ValveState } from "@/core/job/state/state";
import type { TaskRules } from "@/core/job/tasks/rules";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Permission } from "@/core/shop/permission";
import type { Person } from "@/core/shop/person";
import type { Arc } from "@/core/units/angle/arc";
import type { DeviceHere } from "../frame/AtWork";
import type { Batch, RefusedHere } from "../device/database";
import type { Held, InHand, Reading, Tap, TappedReading, Taps } from "../leaves/taps";
import type { Action, Chosen, Instruction, Reasoned } from "./words/shape";

/** Everything that stays the same while a job is worked on, but for the set in hand. */
export interface RunContext<T extends AnyTask = AnyTask> extends Omit<
  RunPageData,
  "entries" | "refused" | "returning" | "job"
> {
  readonly job: JobOf<T>;
  readonly engine: Engine;
  readonly hand: InHand;
  readonly locking: Locking;
  readonly rules: TaskRules;
  readonly room: TaskRoom;
}

/** What this job taught about locks and adjusters, and whether it is used. */
export interface Learning {
  /** The change that locking makes, in mm; null while too little is known. */
  readonly shiftMm: number | null;
  readonly shifts: readonly BeforeAfter[];
  readonly earlierMm: readonly number[];
  readonly useShift: boolean;
  /** More readings before locking are wanted. */
  readonly wanted: boolean;
  readonly k: LearnedK | null;
  readonly useK: boolean;
}

export interface LearningSwitches {
  readonly shift: boolean;
  readonly k: boolean;
}

export interface RunNow<Own = unknown> {
  readonly state: JobState<Own>;
  /** The shop's time, in ms. */
  readonly nowMs: number;
  readonly next: NextThing<Own>;
  /** Where the crank stands in the drawings: at the stop, or at the first one while it is looked for. */
  readonly crankDeg: number;
  readonly learning: Learning;
  /** Others at this job, and the valve that each has in hand. */
  readonly others: readonly Other[];
  /** Somebody else broke off and is not back: it stops nobody who goes on. */
  readonly othersPause: (EntryOf<"paused"> & Partial<Kept>) | null;
  /** The shop has all that was entered here. */
  readonly allKept: boolean;
}

export interface Other {
  readonly person: string;
  readonly valve: string | null;
}

/** What is said of a check before closing. */
export interface CheckWords {
  readonly title: string;
  readonly grounds: readonly string[];
  readonly done: string;
}

/** How far to turn, grind or exchange, as it is told. */
export interface Adjustment {
  readonly title: string;
  readonly how: string;
  /** The button's words when it was locked in the same go, and when it is read before locking; null where nothing is locked. */
  readonly done: { readonly locked: string; readonly turned: string | null };
  /** Signed turns, positive = in; null when not computed. */
  readonly turns: number | null;
  /** What is aimed at; null when that is not known. */
  readonly aimMm: number | null;
}

/** The lines about the valve in hand. */
export interface InHandLines {
  readonly title: string;
  readonly figures: string;
  readonly verdict: string;
}

/** One room of the interface: what the run says and shows of a kind of work beside what it says and shows of every one. */
export interface TaskRoom<
  T extends AnyTask = AnyTask,
  Own = unknown,
  Step extends string = string,
  Choice extends object = object,
> {
  /** What is chosen at a valve before anything is. */
  noChoice?(context: RunContext<T>): Choice;
  /** The choices that stay with the job on this device. */
  readonly keptChoices?: readonly string[];
  /** What is told at a step that only this kind of work knows. */
  stepWords?(context: RunContext<T>, now: RunNow<Own>, thing: TaskThing<Own, Step>, at: AtValve<Choice>): Instruction;
  /** Steps that need a reason at a stop that does not serve the valve, as reading does. */
  readonly doubtedSteps?: readonly Step[];
  /** What is told where a valve is to be set, in place of how far to turn. */
  setWords?(context: RunContext<T>, now: RunNow<Own>, valve: ValveState<Own>, at: AtValve<Choice>): Instruction;
  /** How far to turn, from a reading's middle to an aim, in mm. */
  adjustment?(context: RunContext<T>, now: RunNow<Own>, valve: ValveState<Own>, fromMm: number | null): Adjustment;
  lockWords?(context: RunContext<T>, now: RunNow<Own>, valve: ValveState<Own>): Instruction;
  /** What is said once all is done, before it is closed. */
  closeTitle?: string;
  /** What is said beside a turn of the crank. */
  turnGrounds?(context: RunContext<T>, now: RunNow<Own>, to: RouteStop): readonly string[];
  waitWords?(context: RunContext<T>, now: RunNow<Own>): Instruction;
  /** What is told of a whole reading, before the usual; null leaves it to that. */
  readingWords?(
    context: RunContext<T>,
    now: RunNow<Own>,
    valve: ValveState<Own>,
    tapped: TappedReading,
  ): Instruction | null;
  /** What is told of a reading that is out of its band, in place of how far to turn. */
  outWords?(
    context: RunContext<T>,
    now: RunNow<Own>,
    valve: ValveState<Own>,
    reading: Reading,
    at: AtValve<Choice>,
  ): Instruction;
  /** Which way it is out is enough to set it: what lies in the gap says when it is right. */
  readonly setsByFeel?: boolean;
  /** What is read here: "Read the dry gap of". */
  readonly readTitle?: string;
  /** How to read, in place of the usual; null for the usual. */
  readGrounds?(context: RunContext<T>): string | null;
  /** What is said before that. */
  readLead?(valve: ValveState<Own>): string;
  /** Said beside a reading that is in its band. */
  inBandGrounds?(context: RunContext<T>): readonly string[];
  /** What is done is called so: a valve "locked" or "done", a line "ticked". */
  readonly doneWord: "locked" | "done" | "ticked";
  /** What the gap in hand is called beside its figures. */
  readonly gapWord: string;
  locksCheck?(context: RunContext<T>, now: RunNow<Own>): CheckWords;
  startedGrounds?(): readonly string[];
  /** Why the crank may move, where the wait ran out on this device while the network was away. */
  waitedReason?(context: RunContext<T>): string;
  /** What stands in place of the head. */
  map?(run: Run<T, Own, Choice>): ReactNode;
  /** What is felt where a valve is read; left out where nothing is read by leaves. */
  readonly Leaves?: typeof LeafStrip;
  /** What lies under the hand now; null leaves it to the route. */
  panel?(run: Run<T, Own, Choice>): ReactNode;
  inHand?(valve: ValveState<Own>, name: string, context: RunContext): InHandLines;
  /** The figure in a valve's head; null for its last reading. */
  markFigure?(valve: ValveState<Own>): string | null;
  /** A valve's state in words, in place of its last reading; null for that. */
  markWords?(valve: ValveState<Own>): string | null;
}

/** What is chosen and said at the valve in hand. */
export interface AtValve<Choice extends object = object> {
  readonly choice: Choice;
  /** A reason was given to touch it at this stop; null where none was, or none is needed. */
  readonly override: string | null;
}

/** The kind of work of a run: its rules and its room. */
export interface RunWork {
  readonly rules: TaskRules;
  readonly room: TaskRoom;
}

/** What the screen of a run is given by its page. */
export interface RunProps {
  readonly given: RunPageData;
  readonly device: DeviceHere;
  readonly person: Person | null;
}

/** The ledger of a job on this device. */
export interface Ledger {
  /** Kept by the shop, then what is still on its way, in order. */
  readonly entries: readonly LedgerEntry[];
  /** Ids that the shop has not kept yet. */
  readonly pending: ReadonlySet<string>;
  /** What waits on this device has been read: until then nothing may be entered. */
  readonly loaded: boolean;
  /** Set while the shop does not answer, or wants to know who is at work. */
  readonly waiting: "unreached" | "nobody" | null;
  /** What is on its way is not stored on this device: a reload would lose it. */
  readonly unstored: boolean;
  /** What another person left on this device: it waits until that person is chosen. */
  readonly apart: readonly Batch[];
  /** What the shop refused since something was entered last, and why in its own words. */
  readonly justRefused: { readonly why: string; readonly entries: readonly Entry[] } | null;
  /** All that the shop did not take and nobody has dealt with. */
  readonly refused: readonly RefusedHere[];
  readonly others: readonly Other[];
  readonly add: (entries: readonly Entry[], word?: string) => void;
}

/** What waits for the word of somebody who may. */
export interface Wanted {
  readonly entries: readonly Entry[];
  readonly what: Permission;
}

/** The run as its screen works with it. */
export interface Run<T extends AnyTask = AnyTask, Own = unknown, Choice extends object = object> {
  readonly context: RunContext<T>;
  readonly now: RunNow<Own>;
  readonly ledger: Ledger;
  readonly instruction: Instruction;
  readonly valve: ValveState<Own> | null;
  /** This stop does not serve the valve in hand, and no reason was given. */
  readonly doubted: boolean;
  /** A valve is being read. */
  readonly reading: boolean;
  readonly tapped: TappedReading | null;
  readonly taps: Taps;
  readonly held: Held | null;
  readonly switches: LearningSwitches;
  readonly complaint: string | null;
  /** What waits for the word of somebody who may; null where nothing does. */
  readonly wanted: Wanted | null;
  /** Enters what waits, on this word; null: nobody gives it. */
  readonly giveWord: (word: string | null) => void;
  readonly canUndo: boolean;
  /** What this person took back last; empty once something else was entered. */
  readonly takenBack: readonly LedgerEntry[];
  readonly bringBack: () => void;
  /** The next thing is new: button and keys wait a moment. */
  readonly resting: boolean;
  /** The answer that the first key gives: 0 is the large button, then the choices. */
  readonly marked: number;
  /** What is chosen at the valve in hand. */
  readonly choice: Choice;
  /** Why it is touched at a stop that does not serve it; null where no reason was given. */
  readonly overrideHere: string | null;
  readonly mark: (index: number) => void;
  readonly act: (action: Action) => void;
  /** Enters at once what belongs together; false when it is refused. */
  readonly enter: (drafts: readonly Draft[], then?: { readonly stay?: boolean }) => boolean;
  readonly choose: (valve: string | null) => void;
  readonly setChoice: (choice: Chosen) => void;
  readonly override: (valve: string, reason: string) => void;
  readonly withReason: (what: Reasoned["for"], reason: string) => void;
  readonly found: (deg: number, arc: Arc) => void;
  readonly undo: () => void;
  readonly say: (key: string, tap: Tap) => void;
  readonly tap: (key: string) => void;
  readonly hold: (held: Held) => void;
  readonly clear: () => void;
  readonly chooseSet: (id: FeelerSet["id"]) => void;
  readonly setSwitches: (switches: LearningSwitches) => void;
}
