import { SCREW, type ScrewTask } from "@/core/job/tasks/screw";
import { runOf } from "../../runOf";
import { SCREW_ROOM } from ".";

export default runOf<ScrewTask>(SCREW, SCREW_ROOM);
