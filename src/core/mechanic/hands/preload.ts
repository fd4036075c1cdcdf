import { otherSchool } from "../../preload/zeroLash";
import { jobAs } from "../../job/run";
import { preloadOf } from "../../job/tasks/preload/plunger";
import { passAfter } from "../../job/state/pass";
import type { Hand } from "../madeUpEngine";
import type { Draft } from "../../job/ledger/entry";
import { SCREW_HAND } from "./screw";

/** Held where only wires can say how deep a plunger stands. */
const WIRES = {
  kind: "reading",
  goes: { mm: 1, text: "1.00 mm" },
  noGo: { mm: 1.1, text: "1.10 mm" },
  school: "wire",
  value: null,
  instrument: "wires",
  reason: null,
} as const;

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
    const own = preloadOf(valve);
    if (step === "depth" && own?.verdict === "undecided" && own.wire === null)
      return [{ ...WIRES, valve: id, stop, pass: passAfter(valve.work) }];
    if (step === "depth") return ["leave"];
    const apartTurns = lifter.apart?.[id];
    if (step === "turn-in" && apartTurns !== undefined && own?.apartTurns === null)
      return [{ ...zeroed, school: otherSchool(own.school ?? "up-down"), apartTurns }];
    const target = jobAs(bench.job, "preload")?.task.plan.targetTurns ?? 0.5;
    const turns = step === "step" ? 0.25 : (lifter.turns?.[id] ?? target);
    const set: Draft = { kind: "set", valve: id, stop, turns, aimMm: null, locked: true };
    return [set, "leave"];
  },
};
