import type { ComponentType } from "react";
import type { AnyTask } from "@/core/job/job";
import type { TaskRules } from "@/core/job/tasks/rules";
import type { RunProps, RunWork, TaskRoom } from "./model";
import { RunView } from "./RunView";

/** The run of one kind of work. */
export function runOf<T extends AnyTask>(rules: TaskRules<T>, room: TaskRoom<T>): ComponentType<RunProps> {
  const work = { rules, room } as unknown as RunWork;
  return function TaskRun(props: RunProps) {
    return <RunView {...props} work={work} />;
  };
}
