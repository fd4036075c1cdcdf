import { OPENER_CLOSER } from "@/core/job/tasks/openerCloser";
import type { OpenerCloserTask } from "@/core/job/tasks/openerCloser/plan";
import { runOf } from "../../runOf";
import { OPENER_CLOSER_ROOM } from ".";

export default runOf<OpenerCloserTask>(OPENER_CLOSER, OPENER_CLOSER_ROOM);
