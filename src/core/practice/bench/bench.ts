/**
 * The virtual engine under hands: what is done changes it, and something is felt. Pure and without a clock: everything
 * done takes the seconds that it takes at an engine, and what a hand scatters follows from the seed and the step.
 */
import { fineLength, showLength } from "../../units/length";
import type { PracticeAction } from "./action";
import { maySet, nameFault, tdc } from "./claims";
import { closerWords, keep, leaf, liftDrop, spin, trueLeafMm } from "./leaves";
import { grind, withPart, withWrench } from "./setting";
import {
  type AtValve,
  type BenchState,
  type CantBeDone,
  type Done,
  type Outcome,
  liftNow,
  noise,
  nowOf,
  openGapMm,
} from "./state";
import { bump, rotorWords, strawWords, turn } from "./turning";
import { hasRotor } from "../../engine/visibleGear";
import type { VirtualEngine, VirtualValve } from "../engine/virtualEngine";

/** Seconds that things take at an engine (assumed). */
const TAKES_S: Readonly<Partial<Record<PracticeAction["do"], number>>> = {
  leaf: 4,
  screw: 5,
  lock: 6,
  loosen: 4,
  covers: 60,
  "part-out": 40,
  "part-in": 40,
  grind: 60,
  indicator: 20,
  "measure-part": 15,
  "measure-leaf": 15,
  straw: 8,
  thumb: 4,
  warm: 600,
};
/** To turn the crank once. */
const SECONDS_PER_TURN = 12;

/** A hot engine loses a kelvin in so many seconds (assumed). */
const SECONDS_PER_K = 30;

/** Does one thing. Never throws on an action that was parsed: what can't be done is said. */
export function act(v: VirtualEngine, state: BenchState, action: PracticeAction): Outcome | CantBeDone {
  if (state.over !== null) return { cant: "This practice has ended." };
  const x = "valve" in action && action.valve !== null ? v.valves.find((one) => one.id === action.valve) : undefined;
  if ("valve" in action && action.valve !== null && x === undefined)
    return { cant: `There is no valve ${action.valve} to practice on here.` };
  if ("cylinder" in action && action.cylinder !== null && !v.engine.cylinders.some((c) => c.id === action.cylinder))
    return { cant: `There is no cylinder ${action.cylinder} here.` };
  const done = doOne({ v, state, x }, action);
  if ("cant" in done) return done;
  const seconds =
    action.do === "turn"
      ? (Math.abs(action.byDeg) / 360) * SECONDS_PER_TURN
      : action.do === "wait"
        ? action.minutes * 60
        : (TAKES_S[action.do] ?? 2);
  const celsius =
    action.do === "warm" || v.state === "cold" ? done.state.celsius : done.state.celsius - seconds / SECONDS_PER_K;
  return {
    drag: null,
    rod: null,
    slips: [],
    ...done,
    state: { ...done.state, step: state.step + 1, seconds: state.seconds + seconds, celsius: Math.max(20, celsius) },
  };
}

interface Hands {
  readonly v: VirtualEngine;
  readonly state: BenchState;
  readonly x: VirtualValve | undefined;
}

function doOne(hands: Hands, action: PracticeAction): Done | CantBeDone {
  const { v, state, x } = hands;
  switch (action.do) {
    case "turn":
      return turn(v, state, action.byDeg);
    case "bump":
      return bump(v, state);
    case "thumb":
      return {
        state: { ...state, thumb: action.cylinder },
        felt:
          action.cylinder === null
            ? "Your thumb is off the plug hole."
            : `Your thumb is on the plug hole of cylinder ${action.cylinder}. Turn, and feel for air.`,
      };
    case "straw":
      return { state, felt: strawWords(v, state, action.cylinder) };
    case "rotor":
      return hasRotor(v.file)
        ? { state, felt: rotorWords(v, state) }
        : { cant: "There is no rotor on this engine to look at." };
    case "covers":
      return covers(state, action.on);
    case "wait":
      return { state, felt: `You waited ${action.minutes} ${action.minutes === 1 ? "minute" : "minutes"}.` };
    case "thermometer":
      return { state, felt: `The thermometer shows ${Math.round(state.celsius)} °C.` };
    case "measure-leaf": {
      const mm = trueLeafMm(v, action.leafMm) + 0.001 * Math.max(-1, Math.min(1, noise(v, state.step)));
      return { state, felt: `The micrometer measures ${fineLength(mm, v.unit)}.` };
    }
    case "tool-off":
      return { state: { ...state, toolOn: null }, felt: "The wrench is off." };
    case "warm":
      return v.state === "cold"
        ? { cant: "Its lash is read cold: leave it cold." }
        : {
            state: { ...state, celsius: v.hotFromC + 12 },
            felt: "It ran until it was hot, and stands again where it stood.",
            slips: state.covered
              ? []
              : [
                  {
                    kind: "cover-off",
                    valve: null,
                    why: "It was run with its covers off: it throws hot oil over hands and exhaust. Put them on before it runs.",
                  },
                ],
          };
    case "hint":
      return {
        state: { ...state, hints: state.hints + 1 },
        felt: "",
        slips: [{ kind: "hint", valve: null, why: "A hint was asked for." }],
      };
    case "may-set":
      return maySet(v, state, action.valves);
    case "tdc":
      return tdc(v, state, action.cylinder);
    case "name":
      return nameFault(v, state, action.fault, action.valve);
    default:
      if (x === undefined) return { cant: "Choose a valve first." };
      return state.covered && action.do !== "keep"
        ? { cant: "Its cover is on: take the covers off first." }
        : atValve({ v, state, x }, action);
  }
}

function covers(state: BenchState, on: boolean): Done | CantBeDone {
  if (on === state.covered) return { cant: on ? "The covers are on." : "The covers are off." };
  if (on && state.toolOn !== null) return { cant: `Take the wrench off ${state.toolOn} first.` };
  return {
    state: { ...state, covered: on },
    felt: on ? "The covers are on: nothing is seen of the rockers." : "The covers are off.",
  };
}

type ValveAction = Extract<PracticeAction, { readonly valve: string }>;

function atValve(at: AtValve, action: ValveAction): Done | CantBeDone {
  const { v, state, x } = at;
  switch (action.do) {
    case "leaf":
      return leaf(at, action);
    case "spin":
      return v.pushrods ? { state, ...spin(at) } : { cant: "There is no pushrod here to spin." };
    case "lift-drop":
      return v.gear === "preload"
        ? { state, ...liftDrop(at) }
        : { cant: "That is felt at a lifter's pushrod; here a leaf says it." };
    case "feel-closer":
      return v.gear === "opener-closer"
        ? { state, felt: closerWords(at) }
        : { cant: "There is no closer here to feel." };
    case "indicator": {
      const off = 0.004 * Math.max(-1, Math.min(1, noise(v, state.step)));
      const opens = Math.max(0, liftNow(v, state, x) - Math.max(0, nowOf(state, x.id).gapMm));
      const mm = action.of === "lash" ? openGapMm(v, state, x) + off : opens + (opens > 0 ? off : 0);
      return {
        state,
        felt: `The indicator shows ${showLength(Math.max(0, mm), x.unit)} of ${action.of === "lash" ? "lash" : "lift at this crank angle"}.`,
      };
    }
    case "try-lock":
      return v.locks
        ? {
            state,
            felt:
              nowOf(state, x.id).holds && nowOf(state, x.id).locked
                ? "The lock is tight."
                : "The lock gives under the wrench.",
          }
        : { cant: "There is no lock here." };
    case "loosen":
    case "screw":
    case "lock":
      return withWrench(at, action);
    case "part-out":
    case "measure-part":
    case "wipe":
    case "part-in":
      return withPart(at, action);
    case "grind":
      return grind(at, action.byMm);
    case "keep":
      return keep(at, action);
  }
}
