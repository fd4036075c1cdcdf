import { middleOf } from "../../job/ledger/readings";
import { grindStep } from "../../shims/grind";
import type { Hand } from "../madeUpEngine";
import { SCREW_HAND } from "./screw";

/** Grinds a step at a time. */
export const GRINDING_HAND: Hand = {
  set: (bench, state, stop) => {
    const { valve, last } = state;
    if (last === null) return SCREW_HAND.set(bench, state, stop);
    const step = grindStep(middleOf(last), valve.spec.nominalMm);
    const offMm = step.kind === "grind" ? step.offMm : 0;
    bench.lashMm[valve.id] = (bench.lashMm[valve.id] ?? 0) + offMm;
    const aimMm = step.kind === "grind" ? middleOf(last) + offMm : null;
    return { kind: "set", valve: valve.id, stop, turns: null, aimMm, locked: true };
  },
};
