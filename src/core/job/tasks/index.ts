/** The registry of kinds of work: the one list, kept whole by its type. */
import { BUILD_CHECK } from "./buildCheck";
import type { BuildCheckTask } from "./buildCheck/plan";
import { DRY_GAP, type DryGapTask } from "./dryGap";
import { GRINDING, type GrindingTask } from "./grinding";
import { OPENER_CLOSER } from "./openerCloser";
import type { OpenerCloserTask } from "./openerCloser/plan";
import { PRELOAD } from "./preload";
import type { PreloadTask } from "./preload/task";
import type { TaskRules } from "./rules";
import { SCREW, type ScrewTask } from "./screw";
import { SHIMS } from "./shims";
import type { ShimsTask } from "./shims/plan";

/** What a job is about, with the plan that it works by. */
export type Task =
  ScrewTask | GrindingTask | PreloadTask | DryGapTask | ShimsTask | OpenerCloserTask | BuildCheckTask;
export type TaskKind = Task["kind"];
/** Kinds of work that some gear asks for: they are done valve by valve. */
export type GearTaskKind = Exclude<TaskKind, "build-check">;
export type TaskOf<K extends TaskKind> = Extract<Task, { kind: K }>;

export const TASKS: { readonly [K in TaskKind]: TaskRules<TaskOf<K>> } = {
  screw: SCREW,
  grinding: GRINDING,
  preload: PRELOAD,
  "dry-gap": DRY_GAP,
  shims: SHIMS,
  "opener-closer": OPENER_CLOSER,
  "build-check": BUILD_CHECK,
};
export const TASK_KINDS = Object.keys(TASKS) as TaskKind[];
export const GEAR_TASK_KINDS = TASK_KINDS.filter((k): k is GearTaskKind => k !== "build-check");
