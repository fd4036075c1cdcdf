/** A made-up engine: the truth of it is told beforehand, and changes under the hands of one kind of work. */
import type { screwAdjuster } from "../lash/adjuster";
import type { Draft } from "../job/ledger/entry";
import type { LeafMark } from "../job/ledger/fields";
import type { CloseItem } from "../job/ledger/kinds";
import type { TaskThing } from "../job/next/next";
import type { Job } from "../job/run";
import type { JobState, ValveState } from "../job/state/state";
import type { ZeroSchool } from "../preload/zeroLash";
import { type FeelerSet, leafText } from "../shop/feelerSet";
import type { Workbench } from "./mechanic";

/** What is made up of an engine and of the hand that works on it. */
export interface MadeUp {
  readonly set: FeelerSet;
  /** True lash of each valve before anything is touched, in mm. */
  readonly lashMm: Readonly<Record<string, number>>;
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
  step?(bench: MadeUpEngine, thing: TaskThing, stop: string, state: JobState): readonly (Draft | "leave")[] | null;
  /** How a valve that is out is put right. */
  set(bench: MadeUpEngine, valve: ValveState, stop: string): Draft;
  /** Whether a valve that reads right is right; left out, it is. */
  isRight?(valve: ValveState): boolean;
}

export class MadeUpEngine implements Workbench {
  /** True lash of each valve now, in mm. */
  readonly lashMm: Record<string, number>;

  constructor(
    readonly job: Job,
    readonly adjuster: ReturnType<typeof screwAdjuster>,
    readonly given: MadeUp,
    private readonly hand: Hand,
  ) {
    this.lashMm = { ...given.lashMm };
  }

  feel = ({ valve }: ValveState) => feel(this.lashMm[valve.id] ?? valve.spec.nominalMm, this.given.set);
  set = (valve: ValveState, stop: string): Draft => this.hand.set(this, valve, stop);
  step = (thing: TaskThing, stop: string, state: JobState) => this.hand.step?.(this, thing, stop, state) ?? null;
  isRight = (valve: ValveState): boolean => this.hand.isRight?.(valve) ?? true;
  answer = (answers: readonly string[]): string =>
    answers.find((a) => this.given.answers?.includes(a)) ?? answers[0] ?? "";

  /** It ticks once, where it was made to. */
  check(item: CloseItem, { live }: JobState): Draft | null {
    const ticks = this.given.lifter?.ticks;
    return item === "started" && ticks !== undefined && !live.some((e) => e.kind === "reopened")
      ? { kind: "reopened", valve: ticks, reason: "Ticks after start" }
      : null;
  }

  /** What locking does to the lash under this hand. */
  lock(valve: string): void {
    this.lashMm[valve] = (this.lashMm[valve] ?? 0) + (this.given.lockShiftMm ?? 0);
  }
}
