/** The registry of kinds of work: the one list, kept whole by its type. */
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
export type Task = ScrewTask | GrindingTask | PreloadTask | DryGapTask | ShimsTask | OpenerCloserTask;
export type TaskKind = Task["kind"];
export type TaskOf<K extends TaskKind> = Extract<Task, { kind: K }>;

export const TASKS: { readonly [K in TaskKind]: TaskRules<TaskOf<K>> } = {
  screw: SCREW,
  grinding: GRINDING,
  preload: PRELOAD,
  "dry-gap": DRY_GAP,
  shims: SHIMS,
  "opener-closer": OPENER_CLOSER,
};
export const TASK_KINDS = Object.keys(TASKS) as TaskKind[];
