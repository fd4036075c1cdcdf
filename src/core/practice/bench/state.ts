/** The virtual engine as it stands under hands. Lengths in mm; pure and without a clock. */
import { type CrankDeg, fold } from "../../units/angle/arc";
import { random } from "../../units/random";
import type { Drag, RodFeel } from "./feel";
import type { Slip } from "./slip";
import type { VirtualEngine, VirtualValve } from "../engine/virtualEngine";

/** How a leaf lay in a gap, and how it felt. */
export interface Try {
  readonly leafMm: number;
  readonly drag: Drag;
  readonly pushed: boolean;
  readonly bundle: boolean;
  readonly toolOn: boolean;
  readonly loaded: boolean;
  /** What the lobe took of the gap. */
  readonly liftMm: number;
  readonly coolC: number;
}

export interface KeptReading {
  readonly lowMm: number | null;
  readonly highMm: number | null;
}

export interface ValveNow {
  /** In the state of the spec; at a lifter the play, below 0 how deep its plunger is. */
  readonly gapMm: number;
  readonly closerMm: number;
  readonly partMm: number;
  readonly closerPartMm: number;
  readonly locked: boolean;
  readonly out: "opener" | "closer" | null;
  readonly dirty: boolean;
  /** The lock that does not hold lets go once. */
  readonly holds: boolean;
  /** Made where the crank stands now, the latest of each leaf. */
  readonly tries: readonly Try[];
  /** The last reading that was kept since its lash was changed. */
  readonly kept: KeptReading | null;
  readonly changed: boolean;
  /** The last squeeze of a lifter's plunger; null where there was none, or it was waited for. */
  readonly squeezed: Squeeze | null;
}

/** A plunger that was turned in: how far, when, and where the crank stood. */
export interface Squeeze {
  readonly mm: number;
  readonly atS: number;
  readonly turnedDeg: number;
}

export interface BenchState {
  readonly step: number;
  /** Turned since the start, not folded. */
  readonly turnedDeg: number;
  /** All turning, either way. */
  readonly traveledDeg: number;
  /** The last that was turned was against the running direction: chains and gears hang the other way. */
  readonly slack: boolean;
  readonly seconds: number;
  readonly celsius: number;
  readonly thumb: string | null;
  readonly toolOn: string | null;
  /** Its valve covers are on: nothing is seen of its rockers, and nobody comes to them. */
  readonly covered: boolean;
  readonly valves: Readonly<Record<string, ValveNow>>;
  /** Practice ended by an accident. */
  readonly over: string | null;
  readonly hints: number;
  /** How often something was claimed: which may be set, where the crank is, what is wrong. */
  readonly claims: number;
}

/** What came of something that was done. */
export interface Outcome {
  readonly state: BenchState;
  /** What the hands feel and the eyes see. */
  readonly felt: string;
  readonly drag: Drag | null;
  /** Of a pushrod between the fingers. */
  readonly rod: RodFeel | null;
  readonly slips: readonly Slip[];
}
/** What can't be done, and what to do first: nothing has changed. */
export interface CantBeDone {
  readonly cant: string;
}
export const couldBeDone = (o: Outcome | CantBeDone): o is Outcome => "state" in o;

export function benchOf(v: VirtualEngine, covered = false): BenchState {
  return {
    step: 0,
    turnedDeg: 0,
    traveledDeg: 0,
    slack: false,
    seconds: 0,
    celsius: v.startC,
    thumb: null,
    toolOn: null,
    covered,
    over: null,
    hints: 0,
    claims: 0,
    valves: Object.fromEntries(
      v.valves.map((x): [string, ValveNow] => [
        x.id,
        {
          gapMm: x.gapMm,
          closerMm: x.closerMm,
          partMm: x.partMm,
          closerPartMm: x.closerPartMm,
          locked: v.locks,
          out: null,
          dirty: v.fault?.fault === "part-on-dirt" && v.fault.valve === x.id,
          holds: !(v.fault?.fault === "slipped-lock" && v.fault.valve === x.id),
          tries: [],
          kept: null,
          changed: false,
          squeezed: null,
        },
      ]),
    ),
  };
}

/** Where the crank really stands. */
export const crankOf = (v: VirtualEngine, { turnedDeg }: Pick<BenchState, "turnedDeg">): CrankDeg =>
  fold(v.startDeg + turnedDeg, v.engine.cycleDeg);

/** Lift of a valve's lobe where the crank stands. */
export const liftNow = (v: VirtualEngine, state: Pick<BenchState, "turnedDeg">, x: VirtualValve): number =>
  x.liftMm(fold(crankOf(v, state) - x.valve.firingDeg, v.engine.cycleDeg));

/** A cold engine's gaps are smaller by this for each kelvin under hot (assumed, an alloy engine with pushrods). */
const COOL_MM_PER_K = 0.002;
/** How far an engine of a hot spec has cooled under where it counts as hot; 0 for a cold spec. */
export const coolOf = (v: VirtualEngine, { celsius }: Pick<BenchState, "celsius">): number =>
  v.state === "hot" ? Math.max(0, v.hotFromC - celsius) : 0;

/** The gap that lies open at a valve now: what a leaf of just that thickness would fill; never below 0. */
export function openGapMm(v: VirtualEngine, state: BenchState, x: VirtualValve, loaded = false): number {
  const now = nowOf(state, x.id);
  const gap = now.gapMm - COOL_MM_PER_K * coolOf(v, state) + (loaded ? Math.max(0, now.closerMm) : 0);
  const lift = liftNow(v, state, x);
  return Math.max(0, x.under ? gap + lift : gap - lift);
}

/** How far a lifter that has not bled down yet holds its valve open, mm. */
export function heldOpenMm({ seconds }: Pick<BenchState, "seconds">, x: VirtualValve, now: ValveNow): number {
  if (now.squeezed === null || x.bleedS === 0) return 0;
  return now.squeezed.mm * Math.max(0, 1 - (seconds - now.squeezed.atS) / x.bleedS);
}

export const nowOf = (state: BenchState, id: string): ValveNow => {
  const now = state.valves[id];
  if (now === undefined) throw new RangeError(`bench: no valve ${id}`);
  return now;
};

/** A bell curve from two even draws; one figure for each step of a seed. */
export function noise(v: VirtualEngine, step: number, salt = 0): number {
  const r = random(Math.imul(v.seed, 31_337) + Math.imul(step + 1, 7_919) + salt);
  return Math.sqrt(-2 * Math.log(1 - r.next())) * Math.cos(2 * Math.PI * r.next());
}

export type Done = Pick<Outcome, "state" | "felt"> & Partial<Pick<Outcome, "drag" | "rod" | "slips">>;

export interface AtValve {
  readonly v: VirtualEngine;
  readonly state: BenchState;
  readonly x: VirtualValve;
}

/** A valve changed; its readings until now count no more where its lash did. */
export function changed(state: BenchState, id: string, more: Partial<ValveNow>): BenchState {
  const before = nowOf(state, id);
  const moved =
    (more.gapMm !== undefined && more.gapMm !== before.gapMm) ||
    (more.closerMm !== undefined && more.closerMm !== before.closerMm);
  return {
    ...state,
    valves: {
      ...state.valves,
      [id]: { ...before, ...more, ...(moved ? { tries: [], kept: null, changed: true } : {}) },
    },
  };
}
