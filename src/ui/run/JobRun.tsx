"use client";

import type { ShopWays } from "@/core/shop/ways";
import { unitOf } from "@/core/job/words/specs";
import { UnitProvider } from "../controls/unit";
import { WaysProvider } from "../controls/ways";
import { Handed } from "../device/Handed";
import type { RunProps } from "./model";
import { RUNS } from "./tasks";

/** The run of a job, as its kind of work has it. */
export function JobRun({ ways, ...props }: RunProps & { readonly ways: ShopWays }) {
  const Run = RUNS[props.given.job.task.kind];
  return (
    <WaysProvider ways={ways}>
      <UnitProvider unit={unitOf(props.given.file)}>
        <Handed person={props.person} shared={props.device.quietMinutes !== null}>
          {(person) => <Run {...props} person={person} />}
        </Handed>
      </UnitProvider>
    </WaysProvider>
  );
}
