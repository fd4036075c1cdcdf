/** What gear shows as it stands: light, for the run asks it at every stop. What is wrong with an observation is said in `proves`. */
import type { Engine, Valve } from "../engine/resolve";
import { type GearNow, type GearState, gearAt } from "./gearState";

/** Of one valve, what its gear does not show by its state: kinds of observations. */
export const HIDDEN: Readonly<Record<GearState, readonly string[]>> = {
  set: [],
  preloaded: ["pressed"],
  slack: ["loose", "still"],
  snug: ["loose", "pressed"],
  dry: ["still"],
  off: ["loose", "pressed", "moves", "still"],
};

/** The states in which a valve visibly moves with its lobe: there is little play. */
const TAKES_UP: readonly GearState[] = ["set", "preloaded", "snug"];

export const movesWithLobe = (engine: Engine, gear: GearNow, valve: Pick<Valve, "id">): boolean =>
  TAKES_UP.includes(gearAt(engine, gear, valve).state);

/** A finger on the pushrod or an eye on the tappet tells what the lobe does, whatever stands on it. */
export const lifterShows = ({ gear, mover }: Pick<Engine, "gear" | "mover">): boolean =>
  gear.pushrods || mover.name === "tappet";

/**
 * Whether air at a plug hole proves which top it is: while gear is off both tops push it; with play to spare only if the
 * exhaust was seen to open on the way to the other.
 */
export function airProves(engine: Engine, gear: GearNow, cylinder: string): "always" | "exhaust-seen" | "never" {
  const states = engine.valves
    .filter((v) => v.cylinder === cylinder && v.role !== "injector")
    .map((v) => gearAt(engine, gear, v).state);
  if (states.includes("off")) return "never";
  return states.includes("slack") || states.includes("dry") ? "exhaust-seen" : "always";
}
