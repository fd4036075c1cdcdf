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

/** What the person at the engine said, beside the ledger. */
export interface Asked {
  /** The valve that was touched: it is taken in hand, with the doubt named when this stop does not serve it. */
  readonly chosen?: string | null;
  /** Back after a while: anyone may have turned the crank meanwhile. */
  readonly returning?: boolean;
  /** Where the crank was found to be, when that is at no stop of the route. */
  readonly foundDeg?: number | null;
}

/**
 * What to do now. Without a chosen valve, one that was set and not read again comes first. Whoever
 * is back says first that the crank still stands where it was left.
 */
export function nextThing(job: Job, state: RunState, { chosen = null, returning = false, foundDeg = null }: Asked = {}): NextThing {
  if (state.closed) return { kind: "closed" };
  if (foundDeg !== null) return turnFrom(job, state, foundDeg);
  if (returning && state.stop !== null && missing(state).length > 0) return { kind: "confirm", at: state.stop };
  if (state.stop !== null) {
    const here = openAt(state, state.stop);
    const id =
      chosen ??
      (here.find((v) => state.valves.get(v.valve)?.status === "set") ?? here.find((v) => v.doubt === null) ?? here[0])?.valve;
    const valve = id === undefined ? undefined : state.valves.get(id);
    if (valve !== undefined) {
      const toSet = valve.status === "read" && valve.verdict !== "in";
      return { kind: toSet ? "set" : "read", valve, at: marginAtStop(job, state.stop, valve.valve.id) };
    }
  }
  return turnFrom(job, state, state.stop?.crankDeg ?? null);
}

const openAt = (state: RunState, stop: RouteStop): RouteValve[] => stop.valves.filter((v) => state.valves.get(v.valve)?.status !== "left");

function turnFrom(job: Job, state: RunState, fromDeg: number | null): NextThing {
  const to = nextStop(job, state, fromDeg ?? 0);
  if (to === null) return { kind: "close" };
  return { kind: "turn", to, turnDeg: fromDeg === null ? 0 : advance(fromDeg, to.crankDeg, job.cycleDeg), first: fromDeg === null };
}

/** The first stop ahead at which something is still open: in the running direction, or as the job is served. */
function nextStop(job: Job, state: RunState, from: number): RouteStop | null {
  const ahead = job.route.filter((s) => openAt(state, s).length > 0);
  if (job.order !== "crank") {
    const at = state.stop === null ? -1 : job.route.indexOf(state.stop);
    return ahead.find((s) => job.route.indexOf(s) > at) ?? ahead[0] ?? null;
  }
  ahead.sort((a, b) => advance(from, a.crankDeg, job.cycleDeg) - advance(from, b.crankDeg, job.cycleDeg));
  return ahead[0] ?? null;
}

/** The valves that keep a job from being closed. */
export const missing = (state: RunState): ValveState[] =>
  [...state.valves.values()].filter((v) => v.status !== "left");
