/** What each kind of work asks before a job is opened: beside the registry of kinds, and as whole by its type. */
import type { AdjusterKind } from "../../engine/engineFile";
import type { TaskSetup } from "./setupRules";
import { TASK_KINDS, type TaskKind, type TaskOf } from ".";
import { BUILD_CHECK_SETUP } from "./buildCheck/setup";
import { DRY_GAP_SETUP } from "./dryGap/setup";
import { GRINDING_SETUP } from "./grinding/setup";
import { OPENER_CLOSER_SETUP } from "./openerCloser/setup";
import { PRELOAD_SETUP } from "./preload/setup";
import { SCREW_SETUP } from "./screw/setup";
import { SHIMS_SETUP } from "./shims/setup";

export const SETUPS: { readonly [K in TaskKind]: TaskSetup<TaskOf<K>> } = {
  screw: SCREW_SETUP,
  grinding: GRINDING_SETUP,
  preload: PRELOAD_SETUP,
  "dry-gap": DRY_GAP_SETUP,
  shims: SHIMS_SETUP,
  "opener-closer": OPENER_CLOSER_SETUP,
  "build-check": BUILD_CHECK_SETUP,
};

/** The kind of work on this gear; an engine that names none is set by a screw. */
export const taskKindOf = (gear: AdjusterKind = "screw"): TaskKind =>
  TASK_KINDS.find((k) => SETUPS[k].gear.includes(gear)) ?? "screw";
