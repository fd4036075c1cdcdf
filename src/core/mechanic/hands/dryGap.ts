import { jobAs } from "../../job/run";
import { lengthDemand, lengthDemands, orderLines } from "../../job/tasks/dryGap/plan";
import type { Hand } from "../madeUpEngine";
import { SCREW_HAND } from "./screw";

/** Lays out what is wanted, and fits the length that the list proposes. */
export const DRY_GAP_HAND: Hand = {
  step: (bench, _thing, _stop, state) => {
    const plan = jobAs(bench.job, "dry-gap")?.task.plan ?? null;
    const list = plan === null ? "parts" : orderLines(lengthDemands(plan, state), plan).join("; ");
    return [{ kind: "ordered", list }];
  },
  set: (bench, state, stop) => {
    const demand = lengthDemand(jobAs(bench.job, "dry-gap")?.task.plan ?? null, state);
    if (demand?.advice?.kind !== "fit") return SCREW_HAND.set(bench, state, stop);
    bench.lashMm[state.valve.id] = demand.advice.gapMm;
    return {
      kind: "fitted",
      valve: state.valve.id,
      stop,
      fromMm: demand.fromMm,
      lengthMm: demand.advice.lengthMm,
      partFrom: null,
      part: null,
      collets: null,
      instrument: null,
    };
  },
};
