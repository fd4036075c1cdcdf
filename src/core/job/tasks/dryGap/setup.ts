/** A job on dry gaps: all are read first, with the lifters bled down; on aircraft somebody licensed releases it. */
import { hasLashSpec, lacksSpec, lashSpecFor } from "../../setup/lashSpec";
import { type TaskSetup, aboutOf } from "../setupRules";
import { lastFittedMm, planLengths } from "./plan";
import { DRY_GAP, type DryGapTask } from ".";

export const DRY_GAP_SETUP: TaskSetup<DryGapTask> = {
  gear: ["fixed"],
  ...aboutOf(DRY_GAP),
  keepsColdGap: false,
  readsAllFirst: true,
  remembersParts: true,
  namesLicensed: true,
  covers: hasLashSpec,
  lacks: (file) => lacksSpec(file, "dry gap"),
  plan: (file, { fittedBefore }) => ({
    plan: { kind: "dry-gap", plan: planLengths(file, lastFittedMm(fittedBefore)) },
  }),
  specFor: (file, _task, valve, state, offset) => lashSpecFor(file, valve, state, offset),
  cautions: () => [
    {
      id: "dry-gap",
      text: "Dry gap counts only with the lifter bled down and its plunger at the bottom: a lifter that holds oil hides the gap.",
    },
  ],
  tools: () => ["Tool that presses a lifter's plunger down, and leaves or wires as thick as the dry gap"],
};
