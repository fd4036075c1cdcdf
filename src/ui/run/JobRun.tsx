"use client";

import type { RunProps } from "./model";
import { RUNS } from "./tasks";

/** The run of a job, as its kind of work has it. */
export function JobRun(props: RunProps) {
  const Run = RUNS[props.given.job.task.kind];
  return <Run {...props} />;
}
