/** How the gear of a job stands now, as far as it shows where the crank is. */
import type { GearNow } from "../../locate/gearState";
import type { JobOf } from "../job";
import type { FoldRules } from "./fold";
import type { JobState } from "./state";

export const gearNow = (rules: FoldRules, job: JobOf, state: JobState): GearNow =>
  Object.fromEntries(
    [...state.valves.values()].map((v) => [
      v.valve.id,
      {
        state: rules.gearAt?.(job.task, v) ?? (v.status === "slack" ? "slack" : "set"),
        // A gap that is none is tight wherever the cam stands.
        read: v.last !== null && v.last.goes.mm > 0,
      },
    ]),
  );
