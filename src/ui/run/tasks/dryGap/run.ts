import { DRY_GAP, type DryGapTask } from "@/core/job/tasks/dryGap";
import { runOf } from "../../runOf";
import { DRY_GAP_ROOM } from ".";

export default runOf<DryGapTask>(DRY_GAP, DRY_GAP_ROOM);
