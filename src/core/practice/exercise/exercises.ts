/** What follows from an exercise and a seed: the engine, what is planted, what is to be done. Pure. */
import { type ExerciseId, type Level, exercise } from "./exerciseList";
import type { EngineFile } from "../../engine/engineFile";
import { random } from "../../units/random";
import { GAP_BLOCK, GAPS } from "../engine/engines";
import { type Fault, faultsFor } from "../engine/fault";
import { hasPushrods } from "../../engine/visibleGear";
import { gearOf } from "../engine/gear";
import { type VirtualEngine, type VirtualOptions, practiceProblem, virtualEngine } from "../engine/virtualEngine";

/** Why an exercise can't be done on an engine, or null. */
export function exerciseProblem(id: ExerciseId, file: EngineFile): string | null {
  const { gears, task } = exercise(id);
  if (task === "gaps") return "Gaps are read at the block, not at an engine.";
  return gears.includes(gearOf(file)) ? practiceProblem(file) : "This exercise needs another kind of gear.";
}

/** A session as it is begun: all that follows from it is the same every time. */
export interface PracticeSpec {
  readonly exercise: ExerciseId;
  readonly level: Level;
  /** From 1 to 2^31 - 1. */
  readonly seed: number;
  readonly file: EngineFile;
  /** The leaves in hand, rising. */
  readonly leavesMm: readonly number[];
  /** In what they are stamped. */
  readonly leafUnit: "mm" | "in";
  /** Its covers are on as it begins; off where it is left out. */
  readonly covered?: boolean;
}

/** Exercises that begin as an engine comes in: with its covers on. */
export const beginsCovered = (id: ExerciseId): boolean =>
  id === "firing-tdc" || id === "hot-and-cold" || id === "whole-job";

/** One engine in so many has nothing wrong. */
const SOUND_EVERY = 8;

/** What is planted at a seed; null for a sound engine, and in every exercise but that of faults. */
export function faultOfSeed(id: ExerciseId, seed: number, file: EngineFile): Fault | null {
  if (exercise(id).task !== "fault") return null;
  const r = random(seed ^ 0x5f3759df);
  if (r.int(1, SOUND_EVERY) === 1) return null;
  const fits = faultsFor(gearOf(file), hasPushrods(file)).filter(
    (f) => f !== "cooling" || file.lash?.state === "hot",
  );
  return r.pick(fits);
}

/** The virtual engine of a session. @param more what a test plays with */
export function engineOf(spec: PracticeSpec, more: VirtualOptions = {}): VirtualEngine {
  const { seed, file, leavesMm } = spec;
  if (exercise(spec.exercise).task === "gaps")
    return virtualEngine(GAP_BLOCK, seed, { startDeg: 0, gapsMm: gapsOf(seed), ...more });
  return virtualEngine(file, seed, { fault: faultOfSeed(spec.exercise, seed, file), leavesMm, ...more });
}

/** Five gaps, each twice, in an order in which nobody knows which are the same. */
export function gapsOf(seed: number): number[] {
  const r = random(seed);
  const gaps = Array.from({ length: GAPS }, () => r.between(0.1, 0.42, 3));
  const left = [...gaps, ...gaps];
  return Array.from({ length: 2 * GAPS }, () => left.splice(r.int(0, left.length - 1), 1)[0] ?? 0);
}

/** The valves that are to be done. */
export function targetsOf({ exercise: id }: Pick<PracticeSpec, "exercise">, v: VirtualEngine): string[] {
  const { cylinders, task } = exercise(id);
  if (task !== "set" && task !== "gaps") return [];
  if (cylinders === null || task === "gaps") return v.valves.map((x) => x.id);
  const first = random(v.seed ^ 0x2545f491).int(0, v.engine.cylinders.length - 1);
  const byFiring = [...v.engine.cylinders].sort((a, b) => a.firingDeg - b.firingDeg);
  const chosen = Array.from(
    { length: Math.min(cylinders, byFiring.length) },
    (_, i) => byFiring[(first + i) % byFiring.length]?.id,
  );
  return v.valves.filter((x) => chosen.includes(x.cylinder)).map((x) => x.id);
}

/** The cylinder that is to be brought to firing TDC now. */
export function cylinderAsked(v: VirtualEngine, claims: number): string {
  const { cylinders } = v.engine;
  const first = random(v.seed ^ 0x1b873593).int(0, cylinders.length - 1);
  const at = (first + claims * Math.max(1, Math.floor(cylinders.length / 2) - 1)) % cylinders.length;
  return cylinders[at]?.id ?? "";
}
