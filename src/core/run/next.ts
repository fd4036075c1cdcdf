/** The one next thing in a job. */
import { advance } from "../units/angle/arc";
import { marginAtStop } from "./marginAtStop";
import type { RouteStop, RouteValve } from "./route";
import type { Job, RunState, ValveState } from "./state";

export type NextThing =
  | { readonly kind: "confirm"; readonly at: RouteStop }
  | { readonly kind: "turn"; readonly to: RouteStop; readonly turnDeg: number; readonly first: boolean }
  | { readonly kind: "read"; readonly valve: ValveState; readonly at: RouteValve }
  | { readonly kind: "set"; readonly valve: ValveState; readonly at: RouteValve }
  | { readonly kind: "close" }
  | { readonly kind: "closed" };

/**
 * What to do now. `chosen` is the valve that the mechanic touched: it is taken in hand, with the
 * doubt named when this stop does not serve it. Without one, a valve that was set and not read
 * again comes first. Whoever is `returning` to the job says first that the crank still stands where
 * it was left: anyone may have turned it.
 */
export function nextThing(job: Job, state: RunState, chosen: string | null = null, returning = false): NextThing {
  if (state.closed) return { kind: "closed" };
  if (returning && state.stop !== null && missing(state).length > 0) return { kind: "confirm", at: state.stop };
  const open = (s: RouteStop): RouteValve[] => s.valves.filter((v) => state.valves.get(v.valve)?.status !== "left");
  if (state.stop !== null) {
    const here = open(state.stop);
    const id =
      chosen ??
      (here.find((v) => state.valves.get(v.valve)?.status === "set") ?? here.find((v) => v.doubt === null) ?? here[0])?.valve;
    const valve = id === undefined ? undefined : state.valves.get(id);
    if (valve !== undefined) {
      const toSet = valve.status === "read" && valve.verdict !== "in";
      return { kind: toSet ? "set" : "read", valve, at: marginAtStop(job, state.stop, valve.valve.id) };
    }
  }
  const to = nextStop(job, state, open);
  if (to === null) return { kind: "close" };
  const turnDeg = state.stop === null ? 0 : advance(state.stop.crankDeg, to.crankDeg, job.cycleDeg);
  return { kind: "turn", to, turnDeg, first: state.stop === null };
}

/** The first stop ahead, in the running direction, at which something is still open. */
function nextStop(job: Job, state: RunState, open: (s: RouteStop) => RouteValve[]): RouteStop | null {
  const from = state.stop?.crankDeg ?? 0;
  const ahead = job.route.filter((s) => open(s).length > 0);
  ahead.sort((a, b) => advance(from, a.crankDeg, job.cycleDeg) - advance(from, b.crankDeg, job.cycleDeg));
  return ahead[0] ?? null;
}

/** The valves that keep a job from being closed. */
export const missing = (state: RunState): ValveState[] =>
  [...state.valves.values()].filter((v) => v.status !== "left");
