/** The rooms of the interface, one for each kind of work: kept whole by its type. */
import type { TaskKind, TaskOf } from "@/core/job/tasks";
import type { TaskRoom } from "../model";
import { DRY_GAP_ROOM } from "./dryGap";
import { GRINDING_ROOM } from "./grinding";
import { OPENER_CLOSER_ROOM } from "./openerCloser";
import { PRELOAD_ROOM } from "./preload";
import { SCREW_ROOM } from "./screw";
import { SHIMS_ROOM } from "./shims";

export const ROOMS: { readonly [K in TaskKind]: TaskRoom<TaskOf<K>> } = {
  screw: SCREW_ROOM,
  grinding: GRINDING_ROOM,
  preload: PRELOAD_ROOM,
  "dry-gap": DRY_GAP_ROOM,
  shims: SHIMS_ROOM,
  "opener-closer": OPENER_CLOSER_ROOM,
};
