import { BUILD_CHECK } from "@/core/job/tasks/buildCheck";
import type { BuildCheckTask } from "@/core/job/tasks/buildCheck/plan";
import { runOf } from "../../runOf";
import { BUILD_CHECK_ROOM } from ".";

export default runOf<BuildCheckTask>(BUILD_CHECK, BUILD_CHECK_ROOM);
