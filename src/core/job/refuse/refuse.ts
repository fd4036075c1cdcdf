/**
 * What the ledger takes. Browser and server ask the same question; the server's answer counts, and the database holds
 * the rules that must never be broken once more by itself.
 */
import { timerWords } from "../../preload/bleedDown";
import { readingProblem } from "../../lash/reading";
import { isReopened, missingToClose, openValves } from "../closeOut/missing";
import { type CloseOutRules, checksOf } from "../closeOut/items";
import type { CloseItem } from "../ledger/kinds";
import type { AnyTask, JobOf } from "../job";
import {
  type Entry,
  type EntryOf,
  type LedgerEntry,
  type ReadingEntry,
  type ValveEntry,
  isOnlyFelt,
  isValveEntry,
} from "../ledger/entry";
import type { EntryKind } from "../ledger/kinds";
import { isOffAim, verdictOf } from "../ledger/readings";
import { marginAtStop } from "../state/marginAtStop";
import { passAfter } from "../state/pass";
import type { JobState, ValveState } from "../state/state";
import { wordsRefusal } from "./inHand";
import { NOT_HERE, type TaskEntryKind } from "./notHere";

/**
 * A rule for one kind of entry: null takes it, a sentence says what to do instead. Written as a method, so that rules
 * of one kind of work stand for rules of any.
 */
export type Refusal<T extends AnyTask, Own, K extends EntryKind> = {
  refusal(job: JobOf<T>, state: JobState<Own>, entry: EntryOf<K>): string | null;
}["refusal"];

/** What a kind of work says of entries. */
export interface RefuseRules<T extends AnyTask = AnyTask, Own = unknown> extends CloseOutRules<T, Own> {
  /** The kinds of entries that have a place in its jobs, of those that not every job has. */
  readonly takes: readonly TaskEntryKind[];
  /** What is said of one that has none, where that is not what all others say. */
  readonly notHere?: Partial<Readonly<Record<TaskEntryKind, string>>>;
  /** Its readings are wires at a plunger, and no leaves. */
  readonly readsWires?: boolean;
  /** Fitted parts are seated by turning over before they are read again. */
  readonly seatsParts?: boolean;
  /** Its own rules, in place of those of every job. */
  readonly refusals?: { readonly [K in EntryKind]?: Refusal<T, Own, K> };
  /** Why the crank may not be moved at all as the job stands, whatever is waited for; null when it may. */
  crankStays?(job: JobOf<T>, state: JobState<Own>): string | null;
  /** How long the crank must still stay before it goes to a stop, or anywhere (null), in ms; 0 when it may move. */
  crankWaitsMs?(job: JobOf<T>, state: JobState<Own>, nowMs: number, to: string | null): number;
}

/** Who adds an entry, where that counts (nobody signs what they closed themselves), and the shop's time in ms. */
export interface By {
  readonly personId: string | null;
  readonly nowMs: number;
  /** It is carried over from a job that is begun again: read there, at a stop of its own. */
  readonly carrying?: boolean;
}

/** Null when the entry may be added to a job that stands so, else a sentence that says what to do instead. */
export function refuse(rules: RefuseRules, job: JobOf, state: JobState, entry: Entry, by: By): string | null {
  if (entry.kind !== "withdrawn" && entry.supersedes !== null) return "Only taking back names another entry.";
  if (entry.kind === "signed") return signRefusal(state, by.personId);
  if (state.calledOff !== null) return "This job was called off: nothing is entered in it any more.";
  if (state.closed !== null) return "This job is closed: its sheet is final. Start a new job for more work.";
  if (isValveEntry(entry) && !job.valves.some((v) => v.id === entry.valve))
    return `Valve ${entry.valve} is not part of this job.`;
  const words = wordsRefusal(entry);
  if (words !== null) return words;
  const foreign = notHere(rules, entry);
  if (foreign !== null) return foreign;
  // The table's type says that each rule is given its own kind.
  const own = rules.refusals?.[entry.kind] as ((...args: [JobOf, JobState, Entry]) => string | null) | undefined;
  return own === undefined ? usualRefusal(rules, job, state, entry, by) : own(job, state, entry);
}

/** What has no place in this kind of work. */
function notHere(rules: RefuseRules, entry: Entry): string | null {
  if (!Object.hasOwn(NOT_HERE, entry.kind)) return null;
  const kind = entry.kind as TaskEntryKind;
  return rules.takes.includes(kind) ? null : (rules.notHere?.[kind] ?? NOT_HERE[kind](entry as never));
}

function usualRefusal(rules: RefuseRules, job: JobOf, state: JobState, entry: Entry, by: By): string | null {
  switch (entry.kind) {
    case "arrived":
      return arrivalRefusal(rules, job, state, entry.stop, by.nowMs);
    case "crank-found":
      return crankFoundRefusal(job, entry);
    case "reading":
      return readingRefusal(rules, job, state, entry, by.carrying === true);
    case "carried":
      return by.carrying === true ? null : "Readings are carried over where a job is begun again.";
    case "slack":
      return slackRefusal(job, state, entry);
    case "set":
      return slackElsewhere(job, state, entry) ?? adjustRefusal(state, entry);
    case "fitted":
      return fittedRefusal(state, entry);
    case "locked":
      return lockRefusal(state, entry);
    case "left":
      return leaveRefusal(job, state, entry);
    case "skipped":
      return skipRefusal(state, entry);
    case "called-off":
      return callOffRefusal(state);
    case "bridged":
      return job.bridged.includes(entry.valve) ? null : `There is no bridge at ${entry.valve}.`;
    case "bled-down":
      return state.squeezed.length === 0 ? "No lifter has to bleed down here." : null;
    case "turned-over":
      return turnOverRefusal(rules, state) ?? crankRefusal(rules, job, state, by.nowMs, null);
    case "tightened":
      return tightenRefusal(job, state, entry);
    case "answered":
      return state.questions.some((q) => q.id === entry.question)
        ? null
        : "This question is answered already, or its reading was taken back.";
    case "checked":
      return checkRefusal(rules, job, state, entry);
    case "withdrawn":
      return withdrawRefusal(state.live, entry);
    case "closed": {
      const missing = missingToClose(rules, job, state);
      return missing.length === 0 ? null : `It can't be closed yet. ${missing.join(" ")}`;
    }
    case "zeroed":
    case "loaded-gap":
    case "closer-felt":
    case "line-ticked":
    case "line-not-here":
    case "plugged":
    case "ordered":
    case "temperature":
    case "reopened":
    case "paused":
    case "signed":
      return null;
  }
}

/** The crank stays where it is until what was squeezed has bled down. */
function crankRefusal(
  rules: RefuseRules,
  job: JobOf,
  state: JobState,
  nowMs: number,
  to: string | null,
): string | null {
  const stays = rules.crankStays?.(job, state) ?? null;
  if (stays !== null) return stays;
  const remainingMs = rules.crankWaitsMs?.(job, state, nowMs, to) ?? 0;
  return remainingMs === 0
    ? null
    : `Leave the crank where it is for ${timerWords(remainingMs)} more: a lifter that has not bled down holds its valve open, and a valve can meet a piston.`;
}

function arrivalRefusal(rules: RefuseRules, job: JobOf, state: JobState, stop: string, nowMs: number): string | null {
  if (!job.route.some((s) => s.letter === stop)) return `This job has no stop ${stop}.`;
  // To say that the crank still stands where it stood turns nothing.
  return state.stop?.letter === stop ? null : crankRefusal(rules, job, state, nowMs, stop);
}

/** A correction of where the crank stands is always taken, and waits for nothing: nothing is turned by it. */
const crankFoundRefusal = (job: JobOf, { stop, deg }: EntryOf<"crank-found">): string | null =>
  stop !== null && !job.route.some((s) => s.letter === stop)
    ? `This job has no stop ${stop}.`
    : deg >= job.cycleDeg
      ? `A crank angle lies below ${job.cycleDeg} degrees on this engine.`
      : null;

function readingRefusal(
  rules: RefuseRules,
  job: JobOf,
  state: JobState,
  entry: ReadingEntry,
  carried: boolean,
): string | null {
  const wires = rules.readsWires === true;
  if (wires !== (entry.school === "wire"))
    return wires
      ? "A hydraulic lifter has no lash to read: hold wires to its plunger."
      : "Wires are held to the plunger of a hydraulic lifter only.";
  const problem = readingProblem({ goesMm: entry.goes.mm, noGoMm: entry.noGo.mm });
  if (problem !== null) return problem.why;
  const { value, goes, noGo } = entry;
  if (value !== null && (value.mm < goes.mm || value.mm > noGo.mm))
    return "What was held lies outside what went and what did not: take the reading again.";
  const { stop } = state;
  if (stop === null && !carried) return "Turn the crank to the first stop and say so before reading a valve.";
  if (stop !== null && stop.letter !== entry.stop)
    return `The crank stands at stop ${stop.letter}, not ${entry.stop}: take the reading again here.`;
  if (entry.pass !== passAfter(state.valves.get(entry.valve)?.work ?? []))
    return `${entry.valve} was worked on meanwhile, on another device: look at it again before you read on.`;
  return stop === null || entry.reason !== null ? null : marginAtStop(job, stop, entry.valve).doubt;
}

/** Nothing was found at a valve: said before anything is done there, at a stop that serves it. */
function slackRefusal(job: JobOf, state: JobState, entry: EntryOf<"slack">): string | null {
  const { stop } = state;
  if (stop === null) return "Turn the crank to the first stop and say so before a valve is called slack.";
  if (stop.letter !== entry.stop)
    return `The crank stands at stop ${stop.letter}, not ${entry.stop}: feel for it again here.`;
  const status = state.valves.get(entry.valve)?.status;
  if (status !== "unread" && status !== "read") return `${entry.valve} was worked on already: read it as it is now.`;
  return marginAtStop(job, stop, entry.valve).doubt;
}

/** A slack valve was not read where the crank stands now: it is set where its follower is on its base circle. */
function slackElsewhere(job: JobOf, { stop, valves }: JobState, { valve }: EntryOf<"set">): string | null {
  if (valves.get(valve)?.status !== "slack" || stop === null) return null;
  return marginAtStop(job, stop, valve).doubt;
}

/** What further is asked of an adjustment. */
export interface Adjusting {
  /** A valve that is in its band may give its part to another, and take one of theirs. */
  readonly gives?: boolean;
  /** A rule of this kind of work, after what is asked of all. */
  readonly more?: (valve: ValveState | undefined) => string | null;
}

/**
 * Before a valve is turned, or a part of it exchanged: it was read, its bridge was looked at, no question is open,
 * and none waits to be read as found.
 */
export function adjustRefusal(
  state: JobState,
  entry: EntryOf<"set"> | EntryOf<"fitted">,
  { gives = false, more }: Adjusting = {},
): string | null {
  const valve = state.valves.get(entry.valve);
  const status = valve?.status;
  if (status !== "read" && status !== "slack" && status !== "inBandUnlocked" && !(gives && valve?.last != null))
    return `Read ${entry.valve} before its adjuster is turned.`;
  if (valve?.bridgeOpen === true)
    return `Look at the bridge of ${entry.valve} before its lash is set: both valves touching.`;
  const question = state.questions.find((q) => q.valve === entry.valve);
  if (question !== undefined) return `Answer this before it is adjusted away: ${question.text}`;
  const own = more?.(valve) ?? null;
  if (own !== null) return own;
  return state.surveying
    ? `This job reads every valve as found first. ${entry.valve} is set once all are read.`
    : null;
}

/** The same of a part, where a valve has one that sets its gap. */
export const fittedRefusal = (state: JobState, entry: EntryOf<"fitted">, adjusting?: Adjusting): string | null =>
  entry.part === null
    ? adjustRefusal(state, entry, adjusting)
    : "Only a positively closed valve has an opener and a closer.";

/** The last entry at a valve that says how it stands. */
export const lastAtValve = (state: JobState, valve: string): ValveEntry | undefined =>
  state.valves.get(valve)?.work.findLast((e) => !isOnlyFelt(e));

function lockRefusal(state: JobState, entry: EntryOf<"locked">): string | null {
  const last = lastAtValve(state, entry.valve);
  const loose = (last?.kind === "set" && !last.locked) || (last?.kind === "reading" && last.pass === "set");
  return loose ? null : `The lock of ${entry.valve} is not loose: look at it again.`;
}

/** A gap is left on its last reading, after locking, in its band or with a reason. `more` is asked once it must be right. */
export function leaveRefusal(
  job: JobOf,
  state: JobState,
  entry: EntryOf<"left">,
  more: (valve: ValveState) => string | null = () => null,
): string | null {
  const valve = state.valves.get(entry.valve);
  const last = lastAtValve(state, entry.valve);
  if (valve === undefined || last?.kind !== "reading" || last.id !== entry.reading)
    return `Read ${entry.valve} after locking before it is left.`;
  if (last.pass === "set") return `The lock of ${entry.valve} is loose: tighten it and read again before it is left.`;
  const question = state.questions.find((q) => q.valve === entry.valve);
  if (question !== undefined) return `Answer this before it is left: ${question.text}`;
  if (entry.reason !== null) return null;
  const own = more(valve);
  if (own !== null) return own;
  const verdict = verdictOf(last, valve.valve.spec);
  if (verdict !== "in")
    return `${entry.valve} is ${verdict === "undecided" ? "not surely in spec" : verdict}: set it, or say why it is left so.`;
  return isOffAim(job.allToAimMm, last, valve.valve.spec)
    ? `${entry.valve} is in spec, but this job wants all nearer to the target: set it, or say why it is left so.`
    : null;
}

/** Only where nothing was done: what was read is left with a reason, what was loosened is locked. */
function skipRefusal({ valves }: JobState, { valve }: EntryOf<"skipped">): string | null {
  return valves.get(valve)?.work.every((e) => e.kind === "skipped" || e.kind === "reopened") === false
    ? `${valve} was worked on already: finish it, or leave it with a reason.`
    : null;
}

/** No lock stays loose, and parts out of the stock can't be put back by a word. */
function callOffRefusal({ live, valves }: JobState): string | null {
  const loose = [...valves.values()].find((v) => v.status === "turned" || v.status === "inBandUnlocked");
  if (loose !== undefined) return `The lock of ${loose.valve.id} is loose: tighten it before the job is called off.`;
  const fitted = live.find((e) => e.kind === "fitted" && (e.partFrom !== null || e.part !== null));
  return fitted === undefined ? null : "Parts were fitted in this job: finish it, and close it with reasons.";
}

function turnOverRefusal(rules: RefuseRules, state: JobState): string | null {
  const seats = rules.seatsParts === true && state.unseated;
  const open = openValves(state)
    .filter(
      (v) => (v.status !== "due" || isReopened(v)) && !(seats && (v.status === "locked" || v.status === "read")),
    )
    .map((v) => v.valve.id);
  return open.length === 0 ? null : `First finish what is open: ${open.join(", ")}.`;
}

function tightenRefusal(job: JobOf, state: JobState, entry: EntryOf<"tightened">): string | null {
  const part = job.tightenedLater.find((p) => p.name === entry.part);
  if (part === undefined) return `This engine has no ${entry.part} that is tightened after setting.`;
  const open = part.valves.filter(
    (id) => job.valves.some((v) => v.id === id) && !["left", "reopened"].includes(lastAtValve(state, id)?.kind ?? ""),
  );
  return open.length === 0 ? null : `First finish the valves under it: ${open.join(", ")}.`;
}

/** What there is to be said of a check that this job does not ask for. */
const NOT_ASKED: Partial<Record<CloseItem, string>> = {
  plugs: "No holes were plugged in this job.",
  covers: "This engine's file names no covers.",
  drive: "This engine drives nothing in time.",
};

function checkRefusal(rules: RefuseRules, job: JobOf, state: JobState, entry: EntryOf<"checked">): string | null {
  if (entry.item === "recheck") {
    if (entry.reason === null) return "Say why the re-check is left out.";
    return state.turnOverNeeded ? turnOverRefusal(rules, state) : "The re-check was begun already.";
  }
  if (!checksOf(rules, job).includes(entry.item)) return NOT_ASKED[entry.item] ?? "This is not asked here.";
  const open = [...openValves(state).map((v) => v.valve.id), ...(rules.missing?.(job, state) ?? [])];
  return open.length === 0 ? null : `First finish what is open: ${open.join(", ")}.`;
}

function withdrawRefusal(live: readonly LedgerEntry[], entry: EntryOf<"withdrawn">): string | null {
  const at = live.findIndex((e) => e.id === entry.supersedes);
  const target = live[at];
  if (target === undefined) return "That entry was taken back already.";
  const later = live.slice(at + 1);
  if (target.kind === "carried") return "These readings were carried over: take back the one that is not right.";
  if (["arrived", "crank-found", "turned-over", "tightened"].includes(target.kind))
    return later.length === 0 ? null : "Work was done after this: take that back first.";
  if (target.kind === "fitted" && (target.partFrom !== null || target.part !== null))
    return `The stock was told already: fit another part at ${target.valve} instead.`;
  return isValveEntry(target) && later.some((e) => isValveEntry(e) && e.valve === target.valve)
    ? "Take back what was done later at this valve first."
    : null;
}

function signRefusal({ closed, calledOff, signed }: JobState, by: string | null): string | null {
  if (calledOff !== null) return "This job was called off: there is nothing to sign.";
  if (closed === null) return "Close the job before it is signed.";
  if (signed) return "This job was signed already.";
  return by !== null && closed.personId === by
    ? "Whoever closed the job can't sign it: a second person checks it."
    : null;
}
