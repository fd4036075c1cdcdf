/** From an engine file and what was chosen to a job: whether one can be opened, on which valves, under which spec. */
import { DEFAULT_TEMPERATURE_UNIT, type TemperatureUnit, temperatureWords } from "../../units/temperature";
import type { DepthSchool } from "../../preload/plunger";
import type { RouteStop } from "../../stops/route";
import type { Engine } from "../../engine/resolve";
import {
  type AdjusterKind,
  type EngineFile,
  type EngineState,
  type LashEntry,
  ROLES,
  type ValveEntry,
  type ValveRole,
} from "../../engine/engineFile";
import { coldAimRefusal } from "../../heat/coldAim";
import type { GrowthSource } from "../../heat/growthSources";
import { type LashSpec, figuresFor } from "../../lash/spec";
import type { LifterState } from "../../preload/zeroLash";
import type { AnyTask } from "../job";
import type { FittedEntry } from "../ledger/entry";
import type { FoldRules } from "../state/fold";
import type { CautionRules } from "./cautions";
import { type OffsetGrowth, hasLashSpec, lashSpecFor } from "./lashSpec";
import type { ToolRules } from "./tools";

/** What was planned, or why it can't be: a sentence, and the field of the preparation that it is about. */
export type Planned<T> = { readonly plan: T } | { readonly field: string; readonly why: string };

/** What was chosen in the preparation, as far as kinds of work plan by it. */
export interface TaskChoices {
  /** Turns past zero lash; null = as the engine's file asks. */
  readonly targetTurns: number | null;
  readonly lifters: LifterState | null;
  /** The travel of the lifters' plungers in mm, where the file does not give it; null where nobody knows it. */
  readonly travelMm: number | null;
  /** How deep: well inside the travel, or just below zero lash. */
  readonly depth?: DepthSchool;
  /** Turns that the levers put outside the window are begun all the same: wires at the first lifter prove them. */
  readonly proof?: boolean;
  /** Something is known of what heat does here. */
  readonly growthKnown?: boolean;
  /** The shop's wait after a squeeze. */
  readonly bleedMinutes: number;
  /** How heat opens the gap; null where it is not counted with. */
  readonly growth: GrowthSource | null;
  /** What earlier jobs on this engine fitted, in order; empty where nothing is remembered of them. */
  readonly fittedBefore: readonly FittedEntry[];
}

/** What setting up asks of a kind of work; a job in hand asks nothing of it any more. */
export interface SetupRules<T extends AnyTask = AnyTask>
  extends Pick<FoldRules, "judgedIn">, CautionRules, ToolRules {
  /** The gear on which this kind of work is done. */
  readonly gear: readonly AdjusterKind[];
  /** Its cold gap must leave the valve shut: nothing is set below what holds one open. */
  readonly keepsColdGap: boolean;
  /** All valves are read as found before any is set, whatever was chosen. */
  readonly readsAllFirst: boolean;
  /** What earlier jobs fitted is wanted to plan it. */
  readonly remembersParts: boolean;
  /** On aircraft it is not begun without the name of whoever is licensed to release it. */
  readonly namesLicensed?: boolean;
  /** Whether a job covers this valve: what has nothing to be judged by is left out. */
  covers(file: EngineFile, valve: ValveEntry): boolean;
  /** What the file itself lacks; null when nothing. */
  lacks(file: EngineFile): string | null;
  plan(file: EngineFile, choices: TaskChoices): Planned<T>;
  /** The task once its route is laid, where it leans on that. */
  alongRoute?(task: T, engine: Engine, route: readonly RouteStop[]): T;
  /**
   * What the database computes with where it guards the depth of a plunger: its travel per turn in mm, and the wait
   * after a squeeze; left out on gaps.
   */
  guardedBy?(task: T): { readonly mmPerTurn: number; readonly bleedMinutes: number | null };
  /** The spec of a valve as this job judges by it; null when there is none, or no growth to bring it over. */
  specFor(
    file: EngineFile,
    task: T,
    valve: ValveEntry,
    state: EngineState,
    offset: OffsetGrowth | null,
  ): LashSpec | null;
}

/** The sources of the spec, the file's own first. */
export const specSources = (file: EngineFile): LashEntry[] => [
  ...(file.lash === undefined ? [] : [file.lash]),
  ...(file.otherLash ?? []),
];

/** The engine with another source ruling; the others stay beside it. @throws RangeError when there is no such source */
export function underSource(file: EngineFile, index: number): EngineFile {
  const sources = specSources(file);
  if (index === 0 && sources.length === 0) return file;
  const lash = sources[index];
  if (lash === undefined) throw new RangeError(`underSource: no source ${index} of ${sources.length}`);
  const others = sources.filter((_, i) => i !== index);
  return { ...file, lash, ...(others.length === 0 ? {} : { otherLash: others }) };
}

/** The roles of the valves that a job on this engine covers. */
export const coveredRoles = (rules: SetupRules, file: EngineFile): ValveRole[] =>
  ROLES.filter((role) => file.valves.some((v) => v.role === role && rules.covers(file, v)));

/** The engine with the valves of its job: what has no spec is left out, and all but one bank where only that is done. @throws RangeError when there is no such bank */
export function withJobValves(rules: SetupRules, file: EngineFile, bank: number | null = null): EngineFile {
  const cylinders = bank === null ? file.cylinders : file.layout?.banks?.[bank];
  if (cylinders === undefined) throw new RangeError(`withJobValves: no bank ${bank}`);
  const valves = file.valves.filter((v) => rules.covers(file, v) && cylinders.includes(v.cylinder));
  const ids = new Set(valves.map((v) => v.id));
  const parts = file.tightenedLater
    ?.map((p) => ({ ...p, valves: p.valves.filter((id) => ids.has(id)) }))
    .filter((p) => p.valves.length > 0);
  return { ...file, valves, ...(parts === undefined ? {} : { tightenedLater: parts }) };
}

/** Valves whose rocker works a bridge over two valves. */
export const bridgedValves = ({ bridges = [], valves }: Pick<EngineFile, "bridges" | "valves">): string[] =>
  valves.filter((v) => bridges.some((b) => b.cylinder === v.cylinder && b.role === v.role)).map((v) => v.id);

/**
 * Why a job can't be opened on this engine in this state, or null. `offset` is the growth from the spec's state that
 * was chosen.
 */
export function notReady(
  rules: SetupRules,
  file: EngineFile,
  state: EngineState,
  offset: OffsetGrowth | null = null,
): string | null {
  const missing = rules.lacks(file);
  const { lash } = file;
  if (missing !== null || lash === undefined || rules.judgedIn === "any-state") return missing;
  if (lash.state !== state && (offset === null || rules.judgedIn === "spec-state")) {
    const other = lash.state === "hot" ? "Warm the engine through first" : "Let the engine cool first";
    const or = rules.judgedIn === "either-state" ? "choose how it grows with heat" : `read it ${lash.state}`;
    return `The spec is for a ${lash.state} engine, and this one is ${state}: a reading would be judged against the wrong figures. ${other}, or ${or}.`;
  }
  return rules.keepsColdGap && state === "cold" ? heldOpen(file, state, offset) : null;
}

/**
 * No path leads to a cold lash that would hold a valve open: neither an offset from hot, nor a cold spec typed or
 * taken in as such.
 */
function heldOpen(file: EngineFile, state: EngineState, offset: OffsetGrowth | null): string | null {
  const held = (v: ValveEntry): boolean => figuresFor(file.lash, v)?.block === undefined;
  for (const valve of file.valves.filter((v) => hasLashSpec(file, v) && held(v))) {
    const spec = lashSpecFor(file, valve, state, offset);
    const refused =
      spec === null
        ? `No growth is known for ${valve.role} valves this way: choose another.`
        : coldAimRefusal(valve.role, spec.nominalMm);
    if (refused !== null) return refused;
  }
  return null;
}

/** Warmer than a workshop on a hot day, and cooler than any engine that has just run (assumed). */
const COLD_TO_C = 40;
const HOT_FROM_C = 50;

/** What is odd about a temperature in the state that was given, or null. A person may say that it is right all the same. */
export function temperatureDoubt(
  state: EngineState,
  temperatureC: number | null,
  unit: TemperatureUnit = DEFAULT_TEMPERATURE_UNIT,
): string | null {
  if (temperatureC === null) return null;
  if (state === "cold" && temperatureC > COLD_TO_C)
    return `${temperatureWords(temperatureC, unit)} is not cold: at that warmth lash reads otherwise. Let it cool, or say that the figure is right.`;
  if (state === "hot" && temperatureC < HOT_FROM_C)
    return `${temperatureWords(temperatureC, unit)} is not hot: the gear has cooled already. Warm it through, or say that the figure is right.`;
  return null;
}
