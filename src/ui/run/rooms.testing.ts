/** Every room, for tests that take any kind of work; the app loads the one that it needs. */
import type { TaskKind, TaskOf } from "@/core/job/tasks";
import type { TaskRoom } from "./model";
import { SCREW_ROOM } from "./tasks/screw";
import { GRINDING_ROOM } from "./tasks/grinding";
import { PRELOAD_ROOM } from "./tasks/preload";
import { DRY_GAP_ROOM } from "./tasks/dryGap";
import { SHIMS_ROOM } from "./tasks/shims";
import { OPENER_CLOSER_ROOM } from "./tasks/openerCloser";
import { BUILD_CHECK_ROOM } from "./tasks/buildCheck";

export const ROOMS: { readonly [K in TaskKind]: TaskRoom<TaskOf<K>> } = {
  screw: SCREW_ROOM,
  grinding: GRINDING_ROOM,
  preload: PRELOAD_ROOM,
  "dry-gap": DRY_GAP_ROOM,
  shims: SHIMS_ROOM,
  "opener-closer": OPENER_CLOSER_ROOM,
  "build-check": BUILD_CHECK_ROOM,
};
