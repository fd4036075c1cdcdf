/** Plays a lash job through the shop's own rules, with made-up true lash: how the demo's history comes about. */
import { randomUUID } from "node:crypto";
import { aimMm, isScrew, screwAdjuster, turnFor } from "../core/lash/adjuster";
import { type ZeroSchool, otherSchool } from "../core/preload/zeroLash";
import { type Entry, type LeafMark, type Made, type ReadingEntry, liveEntries } from "../core/run/entry";
import { sizeOf } from "../core/parts/advise";
import { newThicknessMm } from "../core/shims/oneValve";
import { orderLines, wantedPart } from "../core/run/wantedParts";
import { type Job, middleOf, verdictOf } from "../core/run/job";
import { advisePair } from "../core/run/pairAt";
import { grindStep } from "../core/shims/grind";
import { isRight } from "../core/shims/tries";
import { type NextThing, nextThing } from "../core/run/next";
import { type ValveState, passNow, runState } from "../core/run/state";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { ledgerOf } from "../db/queries/ledger";
import { type FeelerSet, leafText } from "../core/shop/feelerSet";
import type { Actor } from "../server/actor";
import { record } from "../server/record";

export interface Play {
  readonly jobId: string;
  readonly set: FeelerSet;
  /** True lash of each valve before anything is touched, in mm. */
  readonly lashMm: Readonly<Record<string, number>>;
  readonly startedAt: Date;
  /** Where the mechanic is called away; the job is done when left out. */
  readonly until?: (next: NextThing) => boolean;
  /** What locking does to the lash under this hand, in mm. */
  readonly lockShiftMm?: number;
  /** What shims came out, in mm by valve; without them the job stops where parts are worked out. */
  readonly shimsMm?: Readonly<Record<string, number>>;
  /** Of positively closed valves: plugs, the state of belts, springs and clips, and what is in there and would be right. */
  readonly pairs?: {
    readonly plugs: number;
    readonly gear: string;
    /** What this hand's loaded gap overstates. */
    readonly overstatesMm: number;
    readonly valves: Readonly<
      Record<string, { readonly openerMm: number; readonly closerMm: number; readonly rightMm: number }>
    >;
  };
  /** Of hydraulic lifters: turns in, the school of zero lash, where the other school is, how far in it was found, and which one ticks. */
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
function feel(trueMm: number, set: FeelerSet): { goes: LeafMark; noGo: LeafMark } {
  const goes = set.leaves.findLast((l) => l.mm <= trueMm);
  const noGo = set.leaves.find((l) => l.mm > trueMm) ?? set.leaves[set.leaves.length - 1];
  if (noGo === undefined) throw new RangeError("feel: the set has no leaves");
  return {
    goes: goes === undefined ? { mm: 0, text: "no leaf" } : { mm: goes.mm, text: leafText(goes, set.system) },
    noGo: { mm: noGo.mm, text: leafText(noGo, set.system) },
  };
}

/** Seconds between two entries: a valve in about a minute and a half. */
const PACE_MS = 95_000;

const fresh = () => ({ id: randomUUID(), supersedes: null });

export async function play(db: Database, actor: Actor, given: Play): Promise<void> {
  const found = await findJob(db, actor.shopId, given.jobId);
  if (found === null) throw new RangeError(`play: no job ${given.jobId}`);
  const bench = new Bench(found.job, screwAdjuster(found.row.engineFile.adjuster ?? {}), given);
  let at = given.startedAt;
  const add = (made: Entry[]): Promise<unknown> => record(db, actor, given.jobId, { entries: made }, at);
  for (;;) {
    at = new Date(at.getTime() + PACE_MS);
    const next = bench.next(await ledgerOf(db, given.jobId), at.getTime());
    if (next === null) break;
    if ("waitMs" in next) at = new Date(at.getTime() + next.waitMs);
    else await add(next);
  }
  if (given.paused !== undefined) await add([{ ...fresh(), kind: "paused", reason: given.paused }]);
}

/** The made-up engine under a mechanic's hands. */
class Bench {
  private readonly lashMm: Record<string, number>;

  constructor(
    private readonly job: Job,
    private readonly adjuster: ReturnType<typeof screwAdjuster>,
    private readonly given: Play,
  ) {
    this.lashMm = { ...given.lashMm };
  }

  /** What is entered next; null when there is nothing more to do. */
  next(ledger: readonly Made[], nowMs: number): Entry[] | { readonly waitMs: number } | null {
    const state = runState(this.job, ledger);
    const next = nextThing(this.job, state, { nowMs });
    const stop = state.stop?.letter ?? "";
    if (this.given.until?.(next) === true) return null;
    switch (next.kind) {
      case "closed":
        return null;
      case "turn":
        return [{ ...fresh(), kind: "arrived", stop: next.to.letter }];
      case "confirm":
        return [{ ...fresh(), kind: "arrived", stop: next.at.letter }];
      case "bar":
        return [
          { ...fresh(), kind: "barred" },
          { ...fresh(), kind: "arrived", stop: next.to.letter },
        ];
      case "tighten":
        return [{ ...fresh(), kind: "tightened", part: next.part.name }];
      case "answer":
        return [{ ...fresh(), kind: "answered", question: next.question.id, reason: next.question.answers[0] ?? "" }];
      case "zero":
      case "turn-in":
      case "step":
      case "depth":
        return this.lifter(next.kind, next.valve, stop, ledger);
      case "wait":
        return { waitMs: next.leftMs };
      case "parts":
        return this.fitShims(next.valves, stop);
      case "plug":
        return [
          {
            ...fresh(),
            kind: "plugged",
            count: this.given.pairs?.plugs ?? 0,
            gear: this.given.pairs?.gear ?? "as found",
          },
        ];
      case "bridge":
        return [{ ...fresh(), kind: "bridged", valve: next.valve.valve.id, stop, turned: false }];
      case "pair":
        return this.pair(next.valve, stop);
      case "seat":
        return [
          { ...fresh(), kind: "barred" },
          { ...fresh(), kind: "arrived", stop: next.to.letter },
        ];
      case "order":
        return [
          {
            ...fresh(),
            kind: "ordered",
            list: this.job.fixed === null ? "parts" : orderLines(next.wants, this.job.fixed).join("; "),
          },
        ];
      case "check":
        if (
          next.item === "started" &&
          this.given.lifter?.ticks !== undefined &&
          !ledger.some((e) => e.kind === "reopened")
        ) {
          return [{ ...fresh(), kind: "reopened", valve: this.given.lifter.ticks, reason: "Ticks after start" }];
        }
        return [{ ...fresh(), kind: "checked", item: next.item, reason: null }];
      case "close":
        return [{ ...fresh(), kind: "closed" }];
      case "lock":
        this.shift(next.valve.valve.id);
        return [{ ...fresh(), kind: "locked", valve: next.valve.valve.id, stop: state.stop?.letter ?? "" }];
      case "set":
        return [this.set(next.valve, state.stop?.letter ?? "")];
      case "read":
        return this.read(next.valve, state.stop?.letter ?? "", ledger);
    }
  }

  private lifter(
    kind: "zero" | "turn-in" | "step" | "depth",
    { valve: { id }, preload }: ValveState,
    stop: string,
    ledger: readonly Made[],
  ): Entry[] {
    const { lifter = {} } = this.given;
    if (kind === "zero") {
      const school = lifter.schools?.[id] ?? "up-down";
      return [
        {
          ...fresh(),
          kind: "zeroed",
          valve: id,
          stop,
          school,
          foundTurns: lifter.found?.[id] ?? null,
          apartTurns: null,
          reason: null,
        },
      ];
    }
    const apart = lifter.apart?.[id];
    if (kind === "turn-in" && apart !== undefined && preload?.apartTurns === null) {
      return [
        {
          ...fresh(),
          kind: "zeroed",
          valve: id,
          stop,
          school: otherSchool(preload.school ?? "up-down"),
          foundTurns: null,
          apartTurns: apart,
          reason: null,
        },
      ];
    }
    if (kind === "depth") {
      const last = liveEntries<Made>(ledger).findLast((e) => "valve" in e && e.valve === id);
      return [{ ...fresh(), kind: "left", valve: id, reading: last?.id ?? "", reason: null }];
    }
    const turns = kind === "step" ? 0.25 : (lifter.turns?.[id] ?? this.job.preload?.targetTurns ?? 0.5);
    const set: Entry = { ...fresh(), kind: "set", valve: id, stop, turns, aimMm: null, locked: true };
    return [set, { ...fresh(), kind: "left", valve: id, reading: set.id, reason: null }];
  }

  /** The nearest step of the trade at every valve that is out, from a kit that nobody kept count of then. */
  private fitShims(out: readonly ValveState[], stop: string): Entry[] | null {
    const { shimsMm } = this.given;
    if (shimsMm === undefined) return null;
    return out.flatMap(({ valve: { id, spec }, last }): Entry[] => {
      if (last === null) return [];
      const fromMm = shimsMm[id] ?? 0;
      const lengthMm = sizeOf(newThicknessMm(fromMm, middleOf(last), spec.nominalMm));
      this.lashMm[id] = (this.lashMm[id] ?? 0) + fromMm - lengthMm;
      return [
        {
          ...fresh(),
          kind: "fitted",
          valve: id,
          stop,
          fromMm,
          lengthMm,
          partFrom: null,
          part: null,
          rings: null,
          instrument: null,
        },
      ];
    });
  }

  /** Openers as they are read and closers as they are truly right; what is felt follows from that. */
  private pair({ valve: { id, spec }, pair, last }: ValveState, stop: string): Entry[] | null {
    const known = this.given.pairs?.valves[id];
    const plan = this.job.closing;
    if (pair === null || known === undefined || plan === null || last === null) return null;
    const openerMm = pair.openerMm ?? known.openerMm;
    const closerMm = pair.closerMm ?? known.closerMm;
    if (pair.stage === "load") {
      const gap =
        (this.lashMm[id] ?? 0) + Math.max(0, known.rightMm - closerMm) + (this.given.pairs?.overstatesMm ?? 0);
      return [{ ...fresh(), kind: "loaded", valve: id, stop, ...feel(gap, this.given.set) }];
    }
    if (pair.stage === "feel") {
      const off = closerMm - known.rightMm;
      return [
        {
          ...fresh(),
          kind: "tried",
          valve: id,
          stop,
          felt: off > 0.02 ? "drag" : off > 0.004 ? "hint" : off > -0.025 ? "free" : "movement",
        },
      ];
    }
    const advice = advisePair(plan, pair, spec.nominalMm, last, { openerMm, closerMm }, 0);
    const fit = (part: "opener" | "closer", fromMm: number, mm: number | null): Entry[] => {
      if (mm === null) return [];
      // Ground to the hundredth: what a shop of this kind does with a part that is a little thick.
      const lengthMm = Math.round(mm * 100) / 100;
      if (part === "opener") this.lashMm[id] = (this.lashMm[id] ?? 0) + fromMm - lengthMm;
      return [
        {
          ...fresh(),
          kind: "fitted",
          valve: id,
          stop,
          fromMm,
          lengthMm,
          partFrom: null,
          part,
          rings: part === "closer" ? "as they were, gap to the carburetor" : null,
          instrument: "Bench micrometer",
        },
      ];
    };
    return [...fit("opener", openerMm, advice.openerMm), ...fit("closer", closerMm, advice.closerMm)];
  }

  private read({ valve, status, verdict, last, pair }: ValveState, stop: string, ledger: readonly Entry[]): Entry[] {
    const { spec } = valve;
    if (status === "read" && verdict === "in" && last !== null)
      return [{ ...fresh(), kind: "left", valve: valve.id, reading: last.id, reason: null }];
    const felt = feel(this.lashMm[valve.id] ?? spec.nominalMm, this.given.set);
    const pass = passNow(ledger, valve.id);
    const reading: ReadingEntry = {
      ...fresh(),
      kind: "reading",
      valve: valve.id,
      stop,
      pass,
      ...felt,
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    };
    const asks = runState(this.job, [...ledger, reading]).questions.some(
      (q) => q.valve === valve.id || q.valve === null,
    );
    const stays =
      pass !== "set" &&
      verdictOf(reading, spec) === "in" &&
      !asks &&
      (pair === null || (pair.felt !== null && isRight(pair.felt)));
    return stays
      ? [reading, { ...fresh(), kind: "left", valve: valve.id, reading: reading.id, reason: null }]
      : [reading];
  }

  private set(state: ValveState, stop: string): Entry {
    const { valve, last } = state;
    const { spec } = valve;
    const want = wantedPart(this.job, state);
    if (want?.advice?.kind === "fit") {
      this.lashMm[valve.id] = want.advice.gapMm;
      return {
        ...fresh(),
        kind: "fitted",
        valve: valve.id,
        stop,
        fromMm: want.fromMm,
        lengthMm: want.advice.lengthMm,
        partFrom: null,
        part: null,
        rings: null,
        instrument: null,
      };
    }
    if (this.job.grinds && last !== null) {
      const step = grindStep(middleOf(last), spec.nominalMm);
      const offMm = step.kind === "grind" ? step.offMm : 0;
      this.lashMm[valve.id] = (this.lashMm[valve.id] ?? 0) + offMm;
      return {
        ...fresh(),
        kind: "set",
        valve: valve.id,
        stop,
        turns: null,
        aimMm: step.kind === "grind" ? middleOf(last) + offMm : null,
        locked: true,
      };
    }
    const aim = aimMm(spec.nominalMm, this.given.lockShiftMm ?? 0);
    const turn = last === null || !isScrew(this.adjuster) ? null : turnFor(middleOf(last), aim, this.adjuster);
    this.lashMm[valve.id] = aim + 0.004;
    const learns = this.given.lockShiftMm !== undefined;
    if (!learns) this.shift(valve.id);
    return {
      ...fresh(),
      kind: "set",
      valve: valve.id,
      stop,
      turns: turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns,
      aimMm: aim,
      locked: !learns,
    };
  }

  private shift(id: string): void {
    this.lashMm[id] = (this.lashMm[id] ?? 0) + (this.given.lockShiftMm ?? 0);
  }
}
