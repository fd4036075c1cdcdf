/** What of a session may be sent to whoever practices: what they did, felt and see, and nothing of what is so. */
import type { ValveRole } from "../../engine/engineFile";
import { type Appearance, appearanceOf } from "../engine/appearance";
import type { PracticeAction } from "../bench/action";
import { CLAIMS, exercise } from "../exercise/exerciseList";
import { cylinderAsked, targetsOf } from "../exercise/exercises";
import type { Drag, RodFeel } from "../bench/feel";
import type { Session } from "./frame";
import { hasRotor } from "../../engine/visibleGear";
import type { DepthBand, Gear } from "../engine/gear";
import { nextWords } from "./guide";
import { isOver } from "./session";
import type { Slip } from "../bench/slip";
import type { KeptReading } from "../bench/state";
import { actionWords } from "./words";

export interface VisibleValve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  /** Of its figures. */
  readonly unit: "mm" | "in";
  readonly spec: { readonly nominalMm: number; readonly lowMm: number; readonly highMm: number };
  readonly target: boolean;
  readonly locked: boolean;
  readonly out: "opener" | "closer" | null;
  readonly kept: KeptReading | null;
  /** Leaves that were felt where the crank stands, the latest last. */
  readonly tries: readonly { readonly leafMm: number; readonly drag: Drag; readonly loaded: boolean }[];
}

/** What stays the same through a session. */
export interface VisibleBench {
  readonly appearance: Appearance;
  readonly gear: Gear;
  readonly locks: boolean;
  /** There is a rotor to look at. */
  readonly rotor: boolean;
  readonly unit: "mm" | "in";
  readonly hot: boolean;
  readonly hotFromC: number;
  readonly depth: DepthBand;
  readonly kitMm: readonly number[];
}

export interface VisibleState {
  readonly steps: number;
  readonly turnedDeg: number;
  readonly toolOn: string | null;
  readonly covered: boolean;
  readonly thumb: string | null;
  readonly valves: readonly VisibleValve[];
  readonly claims: { readonly made: number; readonly of: number };
  /** The cylinder that is asked for, where one is. */
  readonly cylinder: string | null;
  readonly over: string | null;
  readonly ended: boolean;
  /** The next thing, where it is told. */
  readonly guide: string | null;
  readonly last: {
    readonly did: string;
    readonly felt: string;
    readonly drag: Drag | null;
    readonly rod: RodFeel | null;
    readonly do: PracticeAction["do"];
    readonly valve: string | null;
  } | null;
  /** What was wrong with the last step, told at once where somebody stands beside. */
  readonly slips: readonly Slip[];
}

export function visibleBench({ v }: Session): VisibleBench {
  const { gear, locks, unit, hotFromC, depth, kitMm } = v;
  return {
    appearance: appearanceOf(v),
    gear,
    locks,
    rotor: hasRotor(v.file),
    unit,
    hot: v.state === "hot",
    hotFromC,
    depth,
    kitMm,
  };
}

/** How it stands, as it may be seen. */
export function visibleState(session: Session): VisibleState {
  const { spec, v, state, frames } = session;
  const { task } = exercise(spec.exercise);
  const targets = targetsOf(spec, v);
  const over = isOver(session);
  const last = frames.at(-1);
  const tried = last?.action.do === "leaf" ? state.valves[last.action.valve]?.tries.at(-1)?.drag : undefined;
  return {
    steps: frames.length,
    turnedDeg: state.turnedDeg,
    toolOn: state.toolOn,
    covered: state.covered,
    thumb: state.thumb,
    valves: v.valves.map((x): VisibleValve => {
      const now = state.valves[x.id];
      return {
        id: x.id,
        cylinder: x.cylinder,
        role: x.role,
        unit: x.unit,
        spec: { nominalMm: x.spec.nominalMm, lowMm: x.spec.lowMm, highMm: x.spec.highMm },
        target: targets.includes(x.id),
        locked: now?.locked ?? false,
        out: now?.out ?? null,
        kept: now?.kept ?? null,
        tries: (now?.tries ?? []).map(({ leafMm, drag, loaded }) => ({ leafMm, drag, loaded })),
      };
    }),
    claims: { made: state.claims, of: CLAIMS[task] },
    cylinder: task === "tdc" && !over ? cylinderAsked(v, state.claims) : null,
    over: state.over,
    ended: over,
    guide: spec.level === "guided" && !over ? nextWords(session) : null,
    last:
      last === undefined
        ? null
        : {
            did: actionWords(last.action, v, spec.leafUnit),
            felt: last.felt,
            drag: tried ?? null,
            rod: last.rod,
            do: last.action.do,
            valve: "valve" in last.action ? last.action.valve : null,
          },
    slips: spec.level === "alone" || last === undefined ? [] : last.slips.filter((s) => s.kind !== "hint"),
  };
}
