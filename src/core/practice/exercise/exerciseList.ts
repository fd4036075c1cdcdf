/** The twelve exercises, in the order of the trade, as they are told and chosen; what is behind them is in `exercises`. */
import type { MethodId } from "../../stops/methods";
import type { PracticeEngineId } from "../engine/engines";
import type { Gear } from "../engine/gear";

export const LEVELS = ["guided", "prompted", "alone"] as const;
export type Level = (typeof LEVELS)[number];
export const LEVEL_WORDS: Readonly<Record<Level, { readonly name: string; readonly what: string }>> = {
  guided: { name: "Guided", what: "the next thing is told" },
  prompted: { name: "Prompted", what: "a hint when you ask, and it is counted" },
  alone: { name: "Alone", what: "no help" },
};

/** What is to be done: gaps read, places judged, a top found, valves set, a fault named. */
export type PracticeTask = "gaps" | "may-set" | "tdc" | "set" | "fault";

interface ExerciseRule {
  readonly name: string;
  /** In a sentence. */
  readonly aim: string;
  readonly task: PracticeTask;
  readonly engine: PracticeEngineId;
  readonly gears: readonly Gear[];
  /** How it is gone about, as its hints tell it. */
  readonly method: MethodId;
  /** How many cylinders are set; all where it is null. */
  readonly cylinders: number | null;
}

const ANY: readonly Gear[] = ["screw", "parts", "grind", "opener-closer", "preload"];
const GAP: readonly Gear[] = ["screw", "parts", "grind"];

export const EXERCISES = {
  "read-a-leaf": {
    name: "Read a leaf",
    aim: "Find the leaf that fits ten gaps, by drag alone.",
    task: "gaps",
    engine: "block",
    gears: [],
    method: "firing-order",
    cylinders: null,
  },
  "may-be-set": {
    name: "Which may be set now?",
    aim: "Tell by the rockers which valves rest on their base circles, at four places of the crank.",
    task: "may-set",
    engine: "four",
    gears: ANY,
    method: "firing-order",
    cylinders: null,
  },
  "firing-tdc": {
    name: "Find firing TDC",
    aim: "Bring a cylinder to the top where it fires, and not to the other one.",
    task: "tdc",
    engine: "four",
    gears: ANY,
    method: "firing-order",
    cylinders: null,
  },
  "four-valves": {
    name: "Four valves by the firing order",
    aim: "Set four valves with the leaf, each at its cylinder's firing TDC.",
    task: "set",
    engine: "four",
    gears: ["screw"],
    method: "firing-order",
    cylinders: 2,
  },
  "big-cam": {
    name: "Opening and closing on a big cam",
    aim: "Set four valves by watching the other valve of each cylinder: exhaust opening, intake closing.",
    task: "set",
    engine: "eight",
    gears: ["screw"],
    method: "opening-closing",
    cylinders: 2,
  },
  "two-stops": {
    name: "Two stops, and when they are unsafe",
    aim: "Set what two stops serve, and find another place for what they don't.",
    task: "set",
    engine: "fourBig",
    gears: ["screw"],
    method: "two-stop",
    cylinders: null,
  },
  preload: {
    name: "Preload by both schools",
    aim: "Find zero lash by lifting and dropping, see what spinning says, and set four lifters.",
    task: "set",
    engine: "lifters",
    gears: ["preload"],
    method: "firing-order",
    cylinders: 2,
  },
  "hot-and-cold": {
    name: "Hot and cold",
    aim: "Set four valves hot before the engine has cooled, or warm it again.",
    task: "set",
    engine: "hot",
    gears: ["screw"],
    method: "firing-order",
    cylinders: 2,
  },
  shims: {
    name: "Shims",
    aim: "Read, take out, measure, work the sum, and fit the right size at four valves.",
    task: "set",
    engine: "shims",
    gears: ["parts"],
    method: "firing-order",
    cylinders: 2,
  },
  "positively-closed": {
    name: "A positively closed pair",
    aim: "Set opener and closer of one cylinder's valves by their parts.",
    task: "set",
    engine: "closers",
    gears: ["opener-closer"],
    method: "firing-order",
    cylinders: 1,
  },
  "odd-one-out": {
    name: "The odd one out",
    aim: "Something may be wrong with this engine: find what the engine shows, and name it.",
    task: "fault",
    engine: "four",
    gears: ANY,
    method: "firing-order",
    cylinders: null,
  },
  "whole-job": {
    name: "The whole job, by the clock",
    aim: "Set every valve of the engine, with no help.",
    task: "set",
    engine: "four",
    gears: [...GAP, "opener-closer", "preload"],
    method: "firing-order",
    cylinders: null,
  },
} as const satisfies Readonly<Record<string, ExerciseRule>>;
export type ExerciseId = keyof typeof EXERCISES;
export const EXERCISE_IDS = Object.keys(EXERCISES) as readonly ExerciseId[];

export const exercise = (id: ExerciseId): ExerciseRule => EXERCISES[id];
/** Its number, from 1. */
export const exerciseNumber = (id: ExerciseId): number => EXERCISE_IDS.indexOf(id) + 1;

/** How often something is claimed before an exercise is through; 0 where it ends when its hands say so. */
export const CLAIMS: Readonly<Record<PracticeTask, number>> = { gaps: 0, "may-set": 4, tdc: 2, set: 0, fault: 1 };
