import { PRELOAD } from "@/core/job/tasks/preload";
import type { PreloadTask } from "@/core/job/tasks/preload/task";
import { runOf } from "../../runOf";
import { PRELOAD_ROOM } from ".";

export default runOf<PreloadTask>(PRELOAD, PRELOAD_ROOM);
