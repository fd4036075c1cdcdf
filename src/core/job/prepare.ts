/**
 * An engine bound to the rules of the kind of work that its gear asks for: what everybody outside asks before a job
 * is opened.
 */
import type { RouteStop } from "../stops/route";
import { resolveEngine } from "../engine/resolve";
import type { EngineFile, EngineState, ValveEntry, ValveRole } from "../engine/engineFile";
import type { GrowthSources } from "../heat/growthSources";
import type { Offset } from "../heat/offset";
import type { LashSpec } from "../lash/spec";
import type { LifterState } from "../preload/zeroLash";
import type { MethodId } from "../stops/methods";
import type { Caution } from "./setup/caution";
import { cautionsFor as cautions } from "./setup/cautions";
import { type Givens, type Lack, lackingGivens as lacking } from "./setup/givens";
import { chosenOffset as chosen, noWayOver as noWay, planOffset as offset } from "./setup/growth";
import {
  type Planned,
  type TaskChoices,
  coveredRoles,
  notReady as unready,
  withJobValves as withValves,
} from "./setup/setup";
import { toolsFor as tools } from "./setup/tools";
import type { Task, TaskKind } from "./tasks";
import type { TaskSetup } from "./tasks/setupRules";
import { SETUPS, taskKindOf as kindOfGear } from "./tasks/setups";

/** The kind of work that an engine's gear asks for. */
export const taskKindOf = ({ adjuster }: Pick<EngineFile, "adjuster">): TaskKind => kindOfGear(adjuster?.kind);

export const rulesFor = (file: Pick<EngineFile, "adjuster">): TaskSetup => SETUPS[taskKindOf(file)];

/** The roles that a job on this engine covers. */
export const jobRoles = (file: EngineFile): ValveRole[] => coveredRoles(rulesFor(file), file);

/** What the engine file itself lacks before any job can be opened on it; null when nothing. */
export const lacks = (file: EngineFile): string | null => rulesFor(file).lacks(file);

/** Whether there is something to set by; what is odd about it is said where it is used. */
export const hasSpec = (file: EngineFile): boolean =>
  rulesFor(file).judgesReadings ? file.lash !== undefined : lacks(file) === null;

export const withJobValves = (file: EngineFile, bank?: number | null): EngineFile =>
  withValves(rulesFor(file), file, bank);

export const notReady = (
  file: EngineFile,
  state: EngineState,
  through?: Pick<Offset, "growthMm"> | null,
): string | null => unready(rulesFor(file), file, state, through);

export const planOffset = (file: EngineFile, sources: GrowthSources, id: string): Planned<Offset> =>
  offset(rulesFor(file), file, sources, id);

export const noWayOver = (file: EngineFile, sources: GrowthSources, state: EngineState): string | null =>
  noWay(rulesFor(file), file, sources, state);

export const chosenOffset = (
  file: EngineFile,
  sources: GrowthSources,
  id: string | null,
  state: EngineState,
): Planned<Offset | null> => chosen(rulesFor(file), file, sources, id, state);

export const lackingGivens = (file: EngineFile, givens: Givens, through: Planned<Offset | null>): Lack[] =>
  lacking(rulesFor(file), file, givens, through);

/** The task of a job, from the file and what was chosen. */
export const planTask = (file: EngineFile, choices: TaskChoices): Planned<Task> =>
  // A registry keyed by kind can't say that what it plans is of its own kind.
  rulesFor(file).plan(file, choices) as Planned<Task>;

/** The same once its route is laid. */
export const taskAlong = (file: EngineFile, task: Task, route: readonly RouteStop[]): Task =>
  (rulesFor(file).alongRoute?.(task, resolveEngine(file), route) as Task | undefined) ?? task;

/** The spec of a valve as the job judges by it; null when there is none. */
export const specFor = (
  file: EngineFile,
  task: Task,
  valve: ValveEntry,
  state: EngineState,
  through: Pick<Offset, "growthMm"> | null,
): LashSpec | null => SETUPS[task.kind].specFor(file, task as never, valve, state, through);

export const cautionsFor = (file: EngineFile, state: EngineState, lifters?: LifterState | null): Caution[] =>
  cautions(rulesFor(file), file, state, lifters);

export const toolsFor = (file: EngineFile, method: MethodId | null): string[] => tools(rulesFor(file), file, method);
