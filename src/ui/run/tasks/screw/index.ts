/** The room of lash set with a screw or a nut. */
import type { ScrewTask } from "@/core/job/tasks/screw";
import type { TaskRoom } from "../../model";
import { screwAdjustment } from "./words";

export const SCREW_ROOM: TaskRoom<ScrewTask, null> = {
  doneWord: "locked",
  gapWord: "band",
  adjustment: screwAdjustment,
};
