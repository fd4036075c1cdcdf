/** The room of stems that are ground. */
import type { GrindingTask } from "@/core/job/tasks/grinding";
import type { TaskRoom } from "../../model";
import { grindAdjustment } from "./words";

export const GRINDING_ROOM: TaskRoom<GrindingTask, null> = {
  doneWord: "locked",
  gapWord: "band",
  adjustment: grindAdjustment,
};
