import { SHIMS } from "@/core/job/tasks/shims";
import type { ShimsTask } from "@/core/job/tasks/shims/plan";
import { runOf } from "../../runOf";
import { SHIMS_ROOM } from ".";

export default runOf<ShimsTask>(SHIMS, SHIMS_ROOM);
