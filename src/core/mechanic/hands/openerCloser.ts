import { jobAs } from "../../job/run";
import { adviseParts, openerCloserOf } from "../../job/tasks/openerCloser/openerCloser";
import { isRight } from "../../shims/tries";
import { type MadeUpEngine, type Hand, feel } from "../madeUpEngine";
import type { Draft } from "../../job/ledger/entry";
import type { ValveState } from "../../job/state/state";
import { SCREW_HAND } from "./screw";

/** Openers as they are read and closers as they are truly right; what is felt follows from that. */
export const OPENER_CLOSER_HAND: Hand = {
  ...SCREW_HAND,
  isRight: (valve) => {
    const { felt } = openerCloserOf(valve);
    return felt !== null && isRight(felt);
  },
  step: (bench, { valve }, stop) => {
    const { openerClosers } = bench.given;
    if (valve !== null) return atValve(bench, valve, stop);
    return [{ kind: "plugged", count: openerClosers?.plugs ?? 0, gear: openerClosers?.gear ?? "as found" }];
  },
};

function atValve(
  bench: MadeUpEngine,
  { valve: { id, spec }, own: kept, last }: ValveState,
  stop: string,
): Draft[] | null {
  const known = bench.given.openerClosers?.valves[id];
  const plan = jobAs(bench.job, "opener-closer")?.task.plan;
  if (known === undefined || plan === undefined || last === null) return null;
  const own = openerCloserOf({ own: kept });
  const openerMm = own.openerMm ?? known.openerMm;
  const closerMm = own.closerMm ?? known.closerMm;
  const lashMm = bench.lashMm[id] ?? 0;
  if (own.stage === "load") {
    const overstates = bench.given.openerClosers?.overstatesMm ?? 0;
    const gap = lashMm + Math.max(0, known.rightMm - closerMm) + overstates;
    return [{ kind: "loaded-gap", valve: id, stop, ...feel(gap, bench.given.set) }];
  }
  if (own.stage === "feel") {
    const off = closerMm - known.rightMm;
    const felt = off > 0.02 ? "drag" : off > 0.004 ? "hint" : off > -0.025 ? "free" : "movement";
    return [{ kind: "closer-felt", valve: id, stop, felt }];
  }
  const advice = adviseParts(plan, own, spec.nominalMm, last, { openerMm, closerMm }, 0);
  const fit = (part: "opener" | "closer", fromMm: number, mm: number | null): Draft[] => {
    if (mm === null) return [];
    // Ground to the hundredth: what a shop of this kind does with a part that is a little thick.
    const lengthMm = Math.round(mm * 100) / 100;
    if (part === "opener") bench.lashMm[id] = lashMm + fromMm - lengthMm;
    const collets = part === "closer" ? "as they were, gap to the carburetor" : null;
    return [
      {
        kind: "fitted",
        valve: id,
        stop,
        fromMm,
        lengthMm,
        partFrom: null,
        part,
        collets,
        instrument: "Bench micrometer",
      },
    ];
  };
  return [...fit("opener", openerMm, advice.openerMm), ...fit("closer", closerMm, advice.closerMm)];
}
