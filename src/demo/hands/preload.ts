import { otherSchool } from "../../core/preload/zeroLash";
import { jobAs } from "../../core/job/run";
import { preloadOf } from "../../core/job/tasks/preload/plunger";
import type { Hand } from "../bench";
import type { Draft } from "../../core/job/ledger/entry";
import { SCREW_HAND } from "./screw";

/** Finds zero lash by the school that was made up, turns in, and leaves. */
export const PRELOAD_HAND: Hand = {
  ...SCREW_HAND,
  step: (bench, { step, valve }, stop) => {
    if (valve === null) return null;
    const { lifter = {} } = bench.given;
    const { id } = valve.valve;
    const zeroed = { kind: "zeroed", valve: id, stop, foundTurns: null, apartTurns: null, reason: null } as const;
    if (step === "zero") {
      const school = lifter.schools?.[id] ?? "up-down";
      return [{ ...zeroed, school, foundTurns: lifter.found?.[id] ?? null }];
    }
    if (step === "depth") return ["leave"];
    const own = preloadOf(valve);
    const apartTurns = lifter.apart?.[id];
    if (step === "turn-in" && apartTurns !== undefined && own?.apartTurns === null)
      return [{ ...zeroed, school: otherSchool(own.school ?? "up-down"), apartTurns }];
    const target = jobAs(bench.job, "preload")?.task.plan.targetTurns ?? 0.5;
    const turns = step === "step" ? 0.25 : (lifter.turns?.[id] ?? target);
    const set: Draft = { kind: "set", valve: id, stop, turns, aimMm: null, locked: true };
    return [set, "leave"];
  },
};
