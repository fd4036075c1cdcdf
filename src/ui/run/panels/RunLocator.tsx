"use client";

import { useMemo } from "react";
import { gearNow } from "@/core/job/state/gearNow";
import { Locator } from "../../locate/Locator";
import type { Run } from "../model";

interface Props {
  readonly run: Run;
  readonly onClose: () => void;
}

/** The locator in the middle of a job: what is found is where the run goes on. */
export default function RunLocator({ run, onClose }: Props) {
  const { file, engine, job, rules } = run.context;
  const { state } = run.now;
  const gear = useMemo(() => gearNow(rules, job, state), [rules, job, state]);
  return (
    <Locator
      file={file}
      engine={engine}
      gear={gear}
      requiredDeg={job.requiredMarginDeg}
      stops={job.route}
      closeLabel="Back to the job"
      onClose={onClose}
      onFound={(deg, arc) => {
        run.found(deg, arc);
        onClose();
      }}
    />
  );
}
