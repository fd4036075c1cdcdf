"use client";

import { unitOf } from "@/core/job/words/specs";
import { UnitProvider } from "../controls/unit";
import { Handed } from "../device/Handed";
import type { RunProps } from "./model";
import { RUNS } from "./tasks";

/** The run of a job, as its kind of work has it. */
export function JobRun(props: RunProps) {
  const Run = RUNS[props.given.job.task.kind];
  return (
    <UnitProvider unit={unitOf(props.given.file)}>
      <Handed person={props.person} shared={props.device.quietMinutes !== null}>
        {(person) => <Run {...props} person={person} />}
      </Handed>
    </UnitProvider>
  );
}
