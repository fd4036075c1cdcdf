/** The one next thing in a job. */
import type { TightenedPart } from "../engine/engineFile";
import { advance } from "../units/angle/arc";
import { bleedLeft } from "./bleeding";
import { closingOrder } from "./closing";
import type { CloseItem } from "./entry";
import { marginAtStop } from "./marginAtStop";
import type { Question } from "./questions";
import type { RouteStop, RouteValve } from "./route";
import type { Job } from "./job";
import type { RunState, ValveState } from "./state";
import { type WantedPart, wantedParts } from "./wantedParts";

export type NextThing =
  | { readonly kind: "confirm"; readonly at: RouteStop }
  | { readonly kind: "turn"; readonly to: RouteStop; readonly turnDeg: number; readonly first: boolean }
  | { readonly kind: "read"; readonly valve: ValveState; readonly at: RouteValve }
  | { readonly kind: "set"; readonly valve: ValveState; readonly at: RouteValve }
  | { readonly kind: "lock"; readonly valve: ValveState; readonly at: RouteValve }
  /** A lifter to be brought to zero lash, turned in from there, or a step further; and what to do about where its plunger stands. */
  | { readonly kind: "zero" | "turn-in" | "step" | "depth"; readonly valve: ValveState; readonly at: RouteValve }
  /** Squeezed lifters bleed down before the crank may move. */
  | { readonly kind: "wait"; readonly leftMs: number; readonly to: RouteStop }
  /** All is read: which part goes where is worked out for the whole engine. */
  | { readonly kind: "parts"; readonly valves: readonly ValveState[] }
  /** Parts are in: the cams back on, and turned twice to seat them, before anything is read again. */
  | { readonly kind: "seat"; readonly to: RouteStop }
  /** Before positively closed valves are opened: holes plugged and counted, and the state of belts, springs and clips said. */
  | { readonly kind: "plug" }
  /** What the opener and closer of a valve want: the loaded gap, other parts, or to be felt. */
  | { readonly kind: "pair"; readonly valve: ValveState; readonly at: RouteValve }
  /** The bridge under a rocker is looked at before its lash. */
  | { readonly kind: "bridge"; readonly valve: ValveState; readonly at: RouteValve }
  /** Parts that are wanted before any is fitted. */
  | { readonly kind: "order"; readonly wants: readonly WantedPart[] }
  | { readonly kind: "answer"; readonly question: Question; readonly about: ValveState | null }
  | { readonly kind: "tighten"; readonly part: TightenedPart }
  /** Two full turns by hand, and on to the stop where reading begins again. */
  | { readonly kind: "bar"; readonly to: RouteStop }
  | { readonly kind: "check"; readonly item: CloseItem }
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
  /** Valves that somebody else has in hand. */
  readonly taken?: ReadonlySet<string>;
  /** The shop's time, in ms; left out where no wait is to be told. */
  readonly nowMs?: number;
}

const NONE: ReadonlySet<string> = new Set();

/**
 * What to do now. Without a chosen valve, one that is half done comes first, and one that somebody
 * else has in hand last. Whoever is back says first that the crank still stands where it was left.
 */
export function nextThing(
  job: Job,
  state: RunState,
  { chosen = null, returning = false, foundDeg = null, taken = NONE, nowMs = Infinity }: Asked = {},
): NextThing {
  const next = anyTime(job, state, { chosen, returning, foundDeg, taken });
  const leftMs = bleedLeft(job, state, nowMs);
  return leftMs > 0 && (next.kind === "turn" || next.kind === "bar") && next.to.letter !== state.stop?.letter
    ? { kind: "wait", leftMs, to: next.to }
    : next;
}

/** What comes next, were no lifter to bleed down first. */
function anyTime(
  job: Job,
  state: RunState,
  { chosen, returning, foundDeg, taken }: Required<Omit<Asked, "nowMs">>,
): NextThing {
  if (state.closed) return { kind: "closed" };
  if (foundDeg !== null) return turnFrom(job, state, foundDeg);
  const done = missing(state).length === 0;
  if ((returning || state.paused !== null) && state.stop !== null && !done)
    return { kind: "confirm", at: state.stop };
  if (job.closing !== null && state.plugged === null) return { kind: "plug" };
  if (chosen === null) {
    const after = afterSetting(job, state) ?? toOrder(job, state) ?? withParts(job, state);
    if (after !== null) return after;
  }
  if (state.stop !== null) {
    const valve = state.valves.get(chosen ?? inTurn(job, state, state.stop, taken) ?? "");
    if (valve !== undefined) return atValve(job, state, state.stop, valve);
  }
  return turnFrom(job, state, state.stop?.crankDeg ?? null);
}

/** Once nothing is open but what must be read again: what is tightened over the valves, and two turns by hand. */
function afterSetting(job: Job, state: RunState): NextThing | null {
  if ([...state.valves.values()].some((v) => v.status !== "left" && v.status !== "due")) return null;
  const [part] = state.untightened;
  if (part !== undefined) return { kind: "tighten", part };
  const to = job.route[0];
  return state.barNeeded && to !== undefined ? { kind: "bar", to } : null;
}

/** With parts in drawers: nothing is set valve by valve. Fitted parts are seated first; then what is still out is worked out for all. */
function withParts(job: Job, state: RunState): NextThing | null {
  if (job.shims === null || state.surveying) return null;
  const valves = [...state.valves.values()];
  const to = job.route[0];
  if (state.unseated && to !== undefined) return { kind: "seat", to };
  // What is in its band is left first.
  const open = valves.some(
    (v) =>
      v.status === "set" ||
      v.status === "unread" ||
      v.status === "due" ||
      (v.status === "read" && v.verdict === "in"),
  );
  if (open || state.questions.length > 0) return null;
  const out = valves.filter((v) => v.status === "read" && v.verdict !== "in");
  return out.length === 0 ? null : { kind: "parts", valves: out };
}

/** Once all are read: the parts that are wanted, so that they can be ordered in one go. */
function toOrder(job: Job, state: RunState): NextThing | null {
  if (job.fixed === null || state.surveying || state.ordered) return null;
  const wants = wantedParts(job, state);
  return wants.length === 0 ? null : { kind: "order", wants };
}

const HALF_DONE = ["ready", "turned", "zeroed", "set"] as const;

function inTurn(job: Job, state: RunState, stop: RouteStop, taken: ReadonlySet<string>): string | undefined {
  const here = openAt(job, state, stop).map((v) => ({ ...v, status: state.valves.get(v.valve)?.status ?? "unread" }));
  const mine = here.filter((v) => !taken.has(v.valve));
  const halfDone = HALF_DONE.flatMap((s) => mine.filter((v) => v.status === s));
  const asked = mine.find((v) => v.status === "read" && state.questions.some((q) => q.valve === v.valve));
  return (halfDone[0] ?? asked ?? mine.find((v) => v.doubt === null) ?? mine[0] ?? here[0])?.valve;
}

function atValve(job: Job, state: RunState, stop: RouteStop, valve: ValveState): NextThing {
  const at = marginAtStop(job, stop, valve.valve.id);
  const general =
    valve.status === "unread" || valve.status === "read" ? state.questions.find((q) => q.valve === null) : undefined;
  const question =
    (valve.status === "read" ? state.questions.find((q) => q.valve === valve.valve.id) : undefined) ?? general;
  if (question !== undefined) return { kind: "answer", question, about: question.valve === null ? null : valve };
  if (job.work === "preload") return { kind: atLifter(valve), valve, at };
  if (valve.bridgeOpen && (valve.status === "unread" || valve.status === "read"))
    return { kind: "bridge", valve, at };
  // After parts were changed the pair is felt before its opener gap is read again.
  if (
    valve.pair !== null &&
    (valve.status === "read" || valve.status === "set") &&
    valve.pair.stage !== "right" &&
    valve.pair.stage !== "read"
  )
    return { kind: "pair", valve, at };
  if (valve.status === "ready") return { kind: "lock", valve, at };
  const toSet = valve.status === "read" && (valve.verdict !== "in" || valve.offAim);
  return { kind: toSet ? "set" : "read", valve, at };
}

/** What a lifter wants next. */
function atLifter({ status, preload }: ValveState): "zero" | "turn-in" | "step" | "depth" | "lock" {
  switch (status) {
    case "zeroed":
      return "turn-in";
    case "turned":
      return "lock";
    case "set":
    case "read":
      return "depth";
    case "due":
      return preload?.coldMm == null ? "zero" : "step";
    default:
      return "zero";
  }
}

/** What is still to be done at a stop. While all are read as found first, a valve that was read waits. */
function openAt(job: Job, state: RunState, stop: RouteStop): RouteValve[] {
  return stop.valves.filter(({ valve }) => {
    const v = state.valves.get(valve);
    if (v === undefined || v.status === "left") return false;
    const asks = state.questions.some((q) => q.valve === valve);
    // What waits for a part is not set here: the parts are worked out for all.
    if (job.shims !== null && v.status === "read" && v.verdict !== "in" && !asks) return false;
    return !state.surveying || v.status !== "read" || asks;
  });
}

function turnFrom(job: Job, state: RunState, fromDeg: number | null): NextThing {
  const to = nextStop(job, state, fromDeg ?? 0);
  if (to === null) return closeUp(job, state);
  return {
    kind: "turn",
    to,
    turnDeg: fromDeg === null ? 0 : advance(fromDeg, to.crankDeg, job.cycleDeg),
    first: fromDeg === null,
  };
}

function closeUp(job: Job, state: RunState): NextThing {
  const [question] = state.questions;
  if (question !== undefined)
    return { kind: "answer", question, about: state.valves.get(question.valve ?? "") ?? null };
  const item = closingOrder(job).find((i) => !state.checked.has(i));
  return item === undefined ? { kind: "close" } : { kind: "check", item };
}

/** The first stop ahead at which something is still open: in the running direction, or as the job is served. */
function nextStop(job: Job, state: RunState, from: number): RouteStop | null {
  const ahead = job.route.filter((s) => openAt(job, state, s).length > 0);
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
