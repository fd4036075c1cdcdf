/**
 * A hand that obeys to the letter at an engine whose cam is not quite the file's: it turns as it is told, stops by what it is
 * told to watch, and looks at every proof. It may err once on purpose.
 */
import { rulesOf, type Job } from "../job/run";
import type { Draft } from "../job/ledger/entry";
import type { NextThing, TaskThing } from "../job/next/next";
import { gearNow } from "../job/state/gearNow";
import type { JobState, ValveState } from "../job/state/state";
import { proofAt } from "../signs/proof";
import type { TrueEngine } from "../signs/trueEngine.testing";
import { isTimed, watchedFrom } from "../signs/watchedFrom";
import type { RouteStop } from "../stops/route";
import { CRANK_OFF_DEG } from "../stops/settings";
import { separation } from "../units/angle/arc";
import type { Random } from "../units/random";
import type { Workbench } from "./mechanic";

export const MISTAKES = ["not-turned", "one-turn-out", "wrong-valve", "bumped"] as const;
export type Mistake = (typeof MISTAKES)[number];

/** A mark this far from the pointer after the turn that was told is not the one that was meant. */
const AMISS_DEG = 20;

export class ObedientHand implements Workbench {
  /** What this hand saw that was not as it was told. */
  readonly noticed: string[] = [];
  /** Valves that were read or set off their base circle. */
  readonly astray: string[] = [];
  /** The true gap at each valve. */
  readonly gapMm = new Map<string, number>();

  constructor(
    readonly job: Job,
    readonly at: TrueEngine,
    private readonly r: Random,
    /** Made at the arrival of that number, from 1. */
    private readonly mistake: { readonly kind: Mistake; readonly at: number } | null = null,
  ) {
    for (const v of job.valves) this.gapMm.set(v.id, v.spec.nominalMm + r.pick([0, 0, -0.12, 0.15]) + 0.004);
  }

  private arrivals = 0;
  private tookWrong = false;
  private get errs(): Mistake | null {
    return this.mistake?.at === this.arrivals ? this.mistake.kind : null;
  }

  /** Does what a turn says, from where the crank really stands. */
  turn(next: Extract<NextThing, { kind: "turn" }>, state: JobState): void {
    this.arrivals += 1;
    const { engine, deg } = this.at;
    const { to } = next;
    const from = state.stop?.crankDeg ?? state.foundDeg;
    const { sights, extraDeg } = watchedFrom(engine, to, next.first ? null : from);
    if (this.errs === "not-turned") return this.look(to, state, 0);
    const [sight] = sights;
    if (sight?.moment === "away" || sight?.moment === "low") {
      // Anywhere will do where all of that is so.
      this.at.watchAway(
        engine.valves
          .filter((v) => sights.some((s) => s.cylinder === v.cylinder && s.role === v.role))
          .map((v) => v.id),
      );
    } else if (sight !== undefined) {
      const told = next.turnDeg + extraDeg;
      const went = this.at.watch(sight, engine.cycleDeg === 720 ? 360 : 180, CRANK_OFF_DEG.eye);
      if (!next.first && isTimed(engine, sights) && separation(went, told, engine.cycleDeg) > 2 * AMISS_DEG)
        this.noticed.push(`it came ${Math.round(went)}° on, ${Math.round(told)}° was told`);
    } else {
      const byDeg = next.first ? this.r.int(0, engine.cycleDeg) : next.turnDeg;
      const near = this.markNear(to, deg + byDeg);
      if (!next.first && Math.abs(near - deg - byDeg) > AMISS_DEG)
        this.noticed.push("the mark is not at the pointer");
      this.at.turn(near - deg + this.r.between(-CRANK_OFF_DEG.mark, CRANK_OFF_DEG.mark));
      if (this.errs === "one-turn-out") this.at.turn(360);
      // Where nobody knows the time round, the proof tells it: one full turn on where it is not so.
      else if (next.first && engine.cycleDeg === 720 && !this.isProved(to, state)) this.at.turn(360);
    }
    this.look(to, state, next.turnDeg);
    if (this.errs === "bumped") this.at.turn(this.r.int(70, 270));
  }

  private markNear(to: RouteStop, aboutDeg: number): number {
    const k = Math.round((aboutDeg - to.markDeg) / 360);
    return to.markDeg + 360 * k;
  }

  private isProved(to: RouteStop, state: JobState): boolean {
    const { engine } = this.at;
    const proof = proofAt(engine, gearNow(rulesOf(this.job), this.job, state), to.crankDeg);
    // Air is felt on the way up: whoever is at the other top feels none.
    return proof.every((o) => (o.kind === "pressure" ? this.at.firesNear(o.cylinder) : this.at.says(o)));
  }

  private look(to: RouteStop, state: JobState, toldDeg: number): void {
    if (!this.isThere(to, state)) this.noticed.push(`not at stop ${to.letter}`);
    if (this.errs === "not-turned" && toldDeg !== 0) this.noticed.push("the crank was not turned");
  }

  /** What is told of a stop is so: its proof, or what is watched there. */
  private isThere(to: RouteStop, state: JobState): boolean {
    const { sights = [] } = to;
    const { engine } = this.at;
    if (sights.length === 0) return this.isProved(to, state);
    const looked = sights.filter((s) => s.moment === "away" || s.moment === "low");
    const valves = engine.valves.filter((v) => looked.some((s) => s.cylinder === v.cylinder && s.role === v.role));
    if (looked.length > 0) return valves.every((v) => !this.at.isLifted(v.id));
    // A moment that was watched is there, or it is not: by far more than an eye is off.
    return !isTimed(engine, sights) || separation(to.crankDeg, this.at.deg, engine.cycleDeg) <= 3 * AMISS_DEG;
  }

  /** Two full turns by hand, and a look at where they end. */
  over(to: RouteStop, state: JobState): void {
    this.at.turn(720);
    if (!this.isThere(to, state)) this.noticed.push(`two turns did not end at ${to.letter}`);
  }

  private touch(id: string): string {
    const others = this.job.valves.filter((v) => v.id !== id);
    const wrong = this.errs === "wrong-valve" && others.length > 0 && !this.tookWrong;
    if (wrong) this.tookWrong = true;
    const really = wrong ? this.r.pick(others).id : id;
    if (this.at.isLifted(really)) this.astray.push(really);
    return really;
  }

  feel({ valve }: ValveState) {
    const really = this.touch(valve.id);
    // On its lobe a gap is taken up.
    const gap = this.at.isLifted(really) ? 0 : (this.gapMm.get(really) ?? 0);
    const goes = Math.max(0, Math.floor(gap / 0.01 + 1e-6) * 0.01);
    const mark = (mm: number) => ({
      mm: Number(mm.toFixed(3)),
      text: mm < 0.005 ? "no leaf" : `${mm.toFixed(2)} mm`,
    });
    return { goes: mark(goes), noGo: mark(goes + 0.01) };
  }

  set({ valve }: ValveState, stop: string): Draft {
    const really = this.touch(valve.id);
    // What was set on a lobe has that much more on its base circle.
    this.gapMm.set(really, valve.spec.nominalMm + 0.004 + this.at.liftMm(really));
    return { kind: "set", valve: valve.id, stop, turns: null, aimMm: null, locked: true };
  }

  step({ step, valve }: TaskThing, stop: string): readonly (Draft | "leave")[] | null {
    if (valve === null) return null;
    const { id } = valve.valve;
    if (step === "depth") return ["leave"];
    this.touch(id);
    if (step === "zero")
      return [
        { kind: "zeroed", valve: id, stop, school: "up-down", foundTurns: null, apartTurns: null, reason: null },
      ];
    return [{ kind: "set", valve: id, stop, turns: 0.5, aimMm: null, locked: true }, "leave"];
  }
}
