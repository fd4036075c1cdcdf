import { GRINDING, type GrindingTask } from "@/core/job/tasks/grinding";
import { runOf } from "../../runOf";
import { GRINDING_ROOM } from ".";

export default runOf<GrindingTask>(GRINDING, GRINDING_ROOM);
