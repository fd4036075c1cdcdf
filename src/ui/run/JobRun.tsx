"use client";

import { unitOf } from "@/core/job/words/specs";
import { UnitProvider } from "../controls/unit";
import type { RunProps } from "./model";
import { RUNS } from "./tasks";

/** The run of a job, as its kind of work has it. */
export function JobRun(props: RunProps) {
  const Run = RUNS[props.given.job.task.kind];
  return (
    <UnitProvider unit={unitOf(props.given.file)}>
      <Run {...props} />
    </UnitProvider>
  );
}
