/**
 * The one next thing in a job. It follows from the job, its state and what the person at the engine said beside the
 * ledger; what differs by kind of work is asked of its rules.
 */
import type { TightenedPart } from "../../engine/engineFile";
import type { RouteStop, RouteValve } from "../../stops/route";
import { advance } from "../../units/angle/arc";
import { isReopened, openValves } from "../closeOut/missing";
import { type CloseOutRules, checksOf } from "../closeOut/items";
import type { AnyTask, JobOf } from "../job";
import type { CloseItem } from "../ledger/kinds";
import type { Question } from "../questions/question";
import { marginAtStop } from "../state/marginAtStop";
import type { JobState, ValveState } from "../state/state";

/** A step that only one kind of work knows: its room says what it means. */
export interface TaskThing<Own = unknown, Step extends string = string> {
  readonly kind: "task";
  readonly step: Step;
  /** The valve in hand, at the stop where the crank stands; null where it is about the whole engine. */
  readonly valve: ValveState<Own> | null;
  readonly at: RouteValve | null;
  /** Where the crank goes with it; null where it stays. */
  readonly to: RouteStop | null;
  /** The line in hand, by its id; left out where there is none. */
  readonly line?: string;
}

export type NextThing<Own = unknown> =
  | { readonly kind: "confirm"; readonly at: RouteStop }
  | { readonly kind: "turn"; readonly to: RouteStop; readonly turnDeg: number; readonly first: boolean }
  | { readonly kind: "read"; readonly valve: ValveState<Own>; readonly at: RouteValve }
  | { readonly kind: "set"; readonly valve: ValveState<Own>; readonly at: RouteValve }
  | { readonly kind: "lock"; readonly valve: ValveState<Own>; readonly at: RouteValve }
  /** The bridge under a rocker is looked at before its lash. */
  | { readonly kind: "bridge"; readonly valve: ValveState<Own>; readonly at: RouteValve }
  | TaskThing<Own>
  /** The crank must not move yet, in ms of the shop's time. */
  | { readonly kind: "wait"; readonly remainingMs: number; readonly to: RouteStop }
  | { readonly kind: "answer"; readonly question: Question; readonly about: ValveState<Own> | null }
  | { readonly kind: "tighten"; readonly part: TightenedPart }
  /** Two full turns by hand, to the same stop again. */
  | { readonly kind: "turn-over"; readonly to: RouteStop }
  | { readonly kind: "check"; readonly item: CloseItem }
  | { readonly kind: "close" }
  | { readonly kind: "closed" };

/** What the next thing asks of a kind of work. */
export interface NextRules<
  T extends AnyTask = AnyTask,
  Own = unknown,
  Step extends string = string,
> extends CloseOutRules<T, Own> {
  /** What comes before anything is opened; null when nothing does any more. `chosen` is what was touched. */
  before?(job: JobOf<T>, state: JobState<Own>, chosen: string | null): NextThing<Own> | null;
  /** What the whole engine wants once it is time for it; null while valves are done one by one. */
  wholeEngine?(job: JobOf<T>, state: JobState<Own>): NextThing<Own> | null;
  /** What a valve in hand wants of this kind of work; null leaves it to what all gaps want: read, set, lock. */
  atValve?(job: JobOf<T>, valve: ValveState<Own>, at: RouteValve): NextThing<Own> | null;
  /** A valve that was read and is not set at its stop, but with the whole engine. */
  setsWholeEngine?: boolean;
  /** False where nothing is screwed, and so nothing locked: it is put together. */
  readonly locks?: false;
  /** How long the crank must still stay before it goes to a stop, or anywhere (null), in ms; 0 when it may move. */
  crankWaitsMs?(job: JobOf<T>, state: JobState<Own>, nowMs: number, to: string | null): number;
  /** Where a job stands at a step of this kind of work, in a line for the bench. */
  stands?(job: JobOf<T>, state: JobState<Own>, step: Step, valve: ValveState<Own> | null): string;
}

/** What the person at the engine said, beside the ledger. */
export interface Asked {
  /** The valve or the line that was touched: it is taken in hand, with the doubt named when this stop does not serve it. */
  readonly chosen?: string | null;
  /** Back after a while: anyone may have turned the crank meanwhile. */
  readonly returning?: boolean;
  /** Valves that somebody else has in hand. */
  readonly taken?: ReadonlySet<string>;
  /** The pause that stands is somebody else's, who broke off: those who go on are not stopped by it. */
  readonly othersPause?: boolean;
  /** The shop's time, in ms; left out where no wait is to be told. */
  readonly nowMs?: number;
}

const NONE: ReadonlySet<string> = new Set();

/**
 * What to do now. Without a chosen valve, one that is half done comes first, and one that somebody
 * else has in hand last. Whoever is back says first that the crank still stands where it was left.
 */
export function nextThing(
  rules: NextRules,
  job: JobOf,
  state: JobState,
  { chosen = null, returning = false, taken = NONE, othersPause = false, nowMs = Infinity }: Asked = {},
): NextThing {
  const next = unlessWaiting(rules, job, state, { chosen, returning, taken, othersPause });
  const moves = next.kind === "turn-over" || (next.kind === "turn" && next.to.letter !== state.stop?.letter);
  if (!moves) return next;
  const remainingMs = rules.crankWaitsMs?.(job, state, nowMs, next.kind === "turn" ? next.to.letter : null) ?? 0;
  return remainingMs > 0 ? { kind: "wait", remainingMs, to: next.to } : next;
}

/** What comes next, were there nothing to wait for. */
function unlessWaiting(
  rules: NextRules,
  job: JobOf,
  state: JobState,
  { chosen, returning, taken, othersPause }: Required<Omit<Asked, "nowMs">>,
): NextThing {
  if (state.ended) return { kind: "closed" };
  const allDone = openValves(state).length === 0 && (rules.missing?.(job, state) ?? []).length === 0;
  if ((returning || (state.paused !== null && !othersPause)) && state.stop !== null && !allDone)
    return { kind: "confirm", at: state.stop };
  const before = rules.before?.(job, state, chosen) ?? null;
  if (before !== null) return before;
  if (chosen === null) {
    const after = afterSetting(rules, job, state) ?? rules.wholeEngine?.(job, state) ?? null;
    if (after !== null) return after;
  }
  if (state.stop !== null) {
    const valve = state.valves.get(chosen ?? inTurn(rules, job, state, state.stop, taken) ?? "");
    if (valve !== undefined) return atValve(rules, job, state, state.stop, valve);
  }
  return turnFrom(rules, job, state, state.stop?.crankDeg ?? state.foundDeg);
}

/**
 * Once nothing is open but what must be read again: what is tightened over the valves, and two turns by hand, which end
 * where they began. What was plugged is counted out before anything turns.
 */
function afterSetting(rules: NextRules, job: JobOf, state: JobState): NextThing | null {
  const open = openValves(state);
  if (open.some((v) => v.status !== "due" || isReopened(v))) return null;
  const [part] = state.untightened;
  if (part !== undefined) return { kind: "tighten", part };
  const to = state.stop ?? job.route[0];
  if (!state.turnOverNeeded || to === undefined) return null;
  const plugged = open.length === 0 && checksOf(rules, job).includes("plugs") && !state.checked.has("plugs");
  return plugged ? { kind: "check", item: "plugs" } : { kind: "turn-over", to };
}

const HALF_DONE = ["inBandUnlocked", "turned", "zeroed", "locked"] as const;

function inTurn(
  rules: NextRules,
  job: JobOf,
  state: JobState,
  stop: RouteStop,
  taken: ReadonlySet<string>,
): string | undefined {
  const here = openAt(rules, state, stop).map((v) => ({
    ...v,
    status: state.valves.get(v.valve)?.status ?? "unread",
  }));
  const mine = here.filter((v) => !taken.has(v.valve));
  const halfDone = HALF_DONE.flatMap((s) => mine.filter((v) => v.status === s));
  const asked = mine.find((v) => v.status === "read" && state.questions.some((q) => q.valve === v.valve));
  return (halfDone[0] ?? asked ?? mine.find((v) => v.doubt === null) ?? mine[0] ?? here[0])?.valve;
}

function atValve(rules: NextRules, job: JobOf, state: JobState, stop: RouteStop, valve: ValveState): NextThing {
  const at = marginAtStop(job, stop, valve.valve.id);
  const question = questionAt(state, valve);
  if (question !== undefined) return { kind: "answer", question, about: question.valve === null ? null : valve };
  const ofTask = rules.atValve?.(job, valve, at) ?? bridgeFirst(valve, at);
  if (ofTask !== null) return ofTask;
  if (valve.status === "inBandUnlocked") return { kind: "lock", valve, at };
  const toSet = valve.status === "slack" || (valve.status === "read" && (valve.verdict !== "in" || valve.offAim));
  return { kind: toSet ? "set" : "read", valve, at };
}

/** A question about the valve in hand, once it was read; one about all of them before it is read too. */
function questionAt(state: JobState, { status, valve }: ValveState): Question | undefined {
  const own = status === "read" ? state.questions.find((q) => q.valve === valve.id) : undefined;
  const ofAll = status === "unread" || status === "read" ? state.questions.find((q) => q.valve === null) : undefined;
  return own ?? ofAll;
}

/** A bridge that was not looked at comes before the lash over it. */
export function bridgeFirst<Own>(valve: ValveState<Own>, at: RouteValve): NextThing<Own> | null {
  return valve.bridgeOpen && (valve.status === "unread" || valve.status === "read")
    ? { kind: "bridge", valve, at }
    : null;
}

/** What is still to be done at a stop. While all are read as found first, a valve that was read waits. */
function openAt(rules: NextRules, state: JobState, stop: RouteStop): RouteValve[] {
  return stop.valves.filter(({ valve }) => {
    const v = state.valves.get(valve);
    if (v === undefined || v.status === "done") return false;
    const asks = state.questions.some((q) => q.valve === valve);
    if (rules.setsWholeEngine === true && v.status === "read" && v.verdict !== "in" && !asks) return false;
    return !state.surveying || (v.status !== "read" && v.status !== "slack") || asks;
  });
}

function turnFrom(rules: NextRules, job: JobOf, state: JobState, fromDeg: number | null): NextThing {
  const to = nextStop(rules, job, state, fromDeg ?? 0);
  if (to === null) return closeUp(rules, job, state);
  return {
    kind: "turn",
    to,
    turnDeg: fromDeg === null ? 0 : advance(fromDeg, to.crankDeg, job.cycleDeg),
    first: fromDeg === null,
  };
}

function closeUp(rules: NextRules, job: JobOf, state: JobState): NextThing {
  const [question] = state.questions;
  if (question !== undefined)
    return { kind: "answer", question, about: state.valves.get(question.valve ?? "") ?? null };
  const item = checksOf(rules, job).find((i) => !state.checked.has(i));
  return item === undefined ? { kind: "close" } : { kind: "check", item };
}

/** The first stop ahead at which something is still open: in the running direction, or as the job is served. */
function nextStop(rules: NextRules, job: JobOf, state: JobState, fromDeg: number): RouteStop | null {
  const ahead = job.route.filter((s) => openAt(rules, state, s).length > 0);
  if (job.order !== "crank") {
    const at = state.stop === null ? -1 : job.route.indexOf(state.stop);
    return ahead.find((s) => job.route.indexOf(s) > at) ?? ahead[0] ?? null;
  }
  ahead.sort((a, b) => advance(fromDeg, a.crankDeg, job.cycleDeg) - advance(fromDeg, b.crankDeg, job.cycleDeg));
  return ahead[0] ?? null;
}
