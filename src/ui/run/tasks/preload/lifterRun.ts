import type { ValvePreload } from "@/core/job/tasks/preload/plunger";
import type { PreloadTask } from "@/core/job/tasks/preload/task";
import type { Run } from "../../model";
import type { LifterChoice } from "./words";

/** The run of a job on lifters. */
export type LifterRun = Run<PreloadTask, ValvePreload | null, LifterChoice>;
