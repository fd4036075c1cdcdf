/** The room of stems that are ground. */
import { LeafStrip } from "../../../leaves/LeafStrip";
import type { GrindingTask } from "@/core/job/tasks/grinding";
import type { TaskRoom } from "../../model";
import { grindAdjustment } from "./words";

export const GRINDING_ROOM: TaskRoom<GrindingTask, null> = {
  Leaves: LeafStrip,
  doneWord: "done",
  gapWord: "band",
  adjustment: grindAdjustment,
  locksCheck: () => ({
    title: "Every collet in its groove, every spring seated.",
    done: "Collets and springs seen",
    grounds: ["Tap each valve open once with a soft hammer: what is not seated shows now, and not at speed."],
  }),
};
