/** How far a gap is to be changed where no screw turns it. Pure; lengths in mm. */
import { aimMm } from "@/core/lash/adjuster";
import type { ValveState } from "@/core/job/state/state";
import { showLength } from "@/core/units/length";
import type { Adjustment, RunNow } from "../model";
import { shiftUsed } from "../session/learning";

/** What is aimed at before locking. */
export const aimOf = ({ learning }: Pick<RunNow, "learning">, { valve }: Pick<ValveState, "valve">): number =>
  // What locking does was learned at valves: an injector's screw is another.
  valve.role !== "injector" ? aimMm(valve.spec.nominalMm, shiftUsed(learning)) : valve.spec.nominalMm;

/** Halves are rounded up, also when binary fractions fall just short of them. */
export const ROUND_UP_MM = 1e-9;

/** By another part: so much thicker, or thinner. */
export function exchanged(now: RunNow, valve: ValveState, fromMm: number | null): Adjustment {
  const aim = aimOf(now, valve);
  const excessMm = (fromMm ?? aim) - aim;
  return {
    title: `Fit a part ${showLength(Math.abs(excessMm) + ROUND_UP_MM)} ${excessMm > 0 ? "thicker" : "thinner"}.`,
    how: "Measure the part you take out and the one you fit. Turn the cam to seat it, then read again.",
    done: { locked: "Part fitted, seated", turned: null },
    turns: null,
    aimMm: aim,
  };
}
