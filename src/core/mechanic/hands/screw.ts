import { aimMm, isScrew, turnFor } from "../../lash/adjuster";
import { middleOf } from "../../job/ledger/readings";
import type { Hand } from "../madeUpEngine";

/** Turns the screw to the aim, and learns what the lock does where that was made up. */
export const SCREW_HAND: Hand = {
  set: (bench, { valve, last }, stop) => {
    const aim = aimMm(valve.spec.nominalMm, bench.given.lockShiftMm ?? 0);
    const turn = last === null || !isScrew(bench.adjuster) ? null : turnFor(middleOf(last), aim, bench.adjuster);
    bench.lashMm[valve.id] = aim + 0.004;
    const learns = bench.given.lockShiftMm !== undefined;
    if (!learns) bench.lock(valve.id);
    return {
      kind: "set",
      valve: valve.id,
      stop,
      turns: turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns,
      aimMm: aim,
      locked: !learns,
    };
  },
};
