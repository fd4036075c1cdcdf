/**
 * The fold: `initialState`, then `evolve` for each entry. A state follows from the entries that stand and from nothing
 * else, so that every device that holds the same ledger says the same; taking an entry back folds the rest anew.
 */
import type { AnyTask, JobOf, JobValve } from "../job";
import {
  type EntryOf,
  type LedgerEntry,
  type LedgerValveEntry,
  changesLash,
  isOnlyFelt,
  isValveEntry,
} from "../ledger/entry";
import { isOffAim, verdictOf } from "../ledger/readings";
import { type QuestionRules, questionsOf } from "../questions/questions";
import type { GearState } from "../../locate/gearState";
import type { JobState, Tally, ValveState, ValveStatus, ValveTally } from "./state";

/** What the fold asks of a kind of work. */
export interface FoldRules<T extends AnyTask = AnyTask, Own = unknown> extends QuestionRules<T> {
  /** What is read: judged in the spec's own state only, in either through an offset, or no gap at all. */
  readonly judgedIn: "spec-state" | "either-state" | "any-state";
  /** Every valve is read once more after the engine was turned over; a lifter's depth and a dry gap are not. */
  readonly rereads: boolean;
  /** False where what is tightened and turned over is no round of its own, and nothing is read again after it. */
  readonly turnsOver?: false;
  /** A reading is a gap that is judged against the valve's band. */
  readonly judgesReadings: boolean;
  /** What this kind of work keeps at a valve, from what stands there in order. */
  /** How its gear stands, as far as that shows where the crank is; left out: with its lash, or slack where it was found so. */
  gearAt?(task: T, valve: ValveState<Own>): GearState;
  ownAt(task: T, valve: JobValve, work: readonly LedgerValveEntry[]): Own;
  /** Whether an entry squeezed a lifter that must bleed down before the crank may move. */
  squeezes?(task: T, entry: LedgerEntry): boolean;
}

const NOTHING_DONE: ValveTally = {
  work: [],
  latest: null,
  duePlace: -1,
  changedSinceTurnedOver: false,
  astray: new Set(),
};

const nothingDone = (job: JobOf): Tally => ({
  live: [],
  valves: new Map(job.valves.map((v) => [v.id, NOTHING_DONE])),
  stop: null,
  foundDeg: null,
  provedPlace: -1,
  workPlace: -1,
  changePlace: -1,
  fittedPlace: -1,
  foundPlace: -1,
  orderedPlace: -1,
  turnedOverPlace: -1,
  checked: new Map(),
  tightenedPlaces: new Map(),
  changedPlaces: new Map(),
  squeezed: [],
  temperatures: [],
  plugged: null,
  closed: null,
  calledOff: null,
  signed: false,
});

/** A job before its first entry. */
export const initialState = (rules: FoldRules, job: JobOf): JobState => stateOf(rules, job, nothingDone(job));

/** The state after one more entry. What an entry takes back is gone, and the rest is folded anew. */
export const evolve = (rules: FoldRules, job: JobOf, state: JobState, entry: LedgerEntry): JobState =>
  stateOf(rules, job, add(rules, job, state.tally, entry));

/** The state after a whole ledger, in its order: the same as evolving entry by entry. */
export const foldLedger = (rules: FoldRules, job: JobOf, entries: readonly LedgerEntry[]): JobState =>
  stateOf(
    rules,
    job,
    entries.reduce((tally, entry) => add(rules, job, tally, entry), nothingDone(job)),
  );

function add(rules: FoldRules, job: JobOf, tally: Tally, entry: LedgerEntry): Tally {
  if (entry.kind !== "withdrawn") return step(rules, job, tally, entry);
  return tally.live
    .filter((e) => e.id !== entry.supersedes)
    .reduce((t, e) => step(rules, job, t, e), nothingDone(job));
}

/** The tally with an entry that stands. */
function step(rules: FoldRules, job: JobOf, before: Tally, entry: LedgerEntry): Tally {
  const place = before.live.length;
  const tally: Tally = { ...before, live: [...before.live, entry] };
  if (isValveEntry(entry)) return stepAtValve(rules, job, tally, entry, place);
  switch (entry.kind) {
    case "arrived":
      return { ...tally, stop: entry.stop, foundDeg: null, provedPlace: place };
    case "crank-found":
      return {
        ...tally,
        stop: entry.stop,
        foundDeg: entry.stop === null ? entry.deg : null,
        provedPlace: place,
        ...(entry.stoodThere === "no" ? {} : { valves: wentAstray(tally) }),
      };
    case "turned-over":
      return { ...tally, turnedOverPlace: place, valves: turnedOver(tally, place, entry.rereads) };
    case "tightened":
      return {
        ...tally,
        tightenedPlaces: new Map([...tally.tightenedPlaces, [entry.part, place]]),
        valves: tightened(job, tally, entry.part, place),
      };
    case "checked":
      return {
        ...tally,
        checked: new Map([...tally.checked, [entry.item, { entry, place }]]),
        // It is turned to where a drive goes back, where one came off.
        ...(entry.item === "drive" && entry.reason === null ? { stop: null, foundDeg: null } : {}),
      };
    case "bled-down":
      return { ...tally, squeezed: [] };
    case "temperature":
      return { ...tally, temperatures: [...tally.temperatures, { at: entry.at, celsius: entry.celsius }] };
    case "plugged":
      return { ...tally, plugged: entry };
    case "ordered":
      return { ...tally, orderedPlace: place };
    case "closed":
      return { ...tally, closed: entry };
    case "line-ticked":
    case "line-not-here":
      return { ...tally, workPlace: place };
    case "called-off":
      return { ...tally, calledOff: entry };
    case "signed":
      return { ...tally, signed: true };
    case "paused":
    case "carried":
    case "answered":
    case "withdrawn":
      return tally;
  }
}

function stepAtValve(rules: FoldRules, job: JobOf, tally: Tally, entry: LedgerValveEntry, place: number): Tally {
  const own = tally.valves.get(entry.valve) ?? NOTHING_DONE;
  const changes = changesLash(entry);
  const valve: ValveTally = {
    work: [...own.work, entry],
    latest: saysHowItStands(entry, own.work) ? { entry, place } : own.latest,
    duePlace: own.duePlace,
    changedSinceTurnedOver: own.changedSinceTurnedOver || changes,
    astray: own.astray,
  };
  // A valve that is looked at again once the tool is off the crank was heard: the engine ran, or anybody may have turned it.
  const ran = entry.kind === "reopened" && (tally.checked.get("cleared")?.place ?? -1) > tally.workPlace;
  return {
    ...tally,
    valves: new Map([...tally.valves, [entry.valve, valve]]),
    workPlace: place,
    ...(ran ? { stop: null, foundDeg: null } : {}),
    ...(changes
      ? { changePlace: place, changedPlaces: new Map([...tally.changedPlaces, [entry.valve, place]]) }
      : {}),
    ...(entry.kind === "fitted" ? { fittedPlace: place } : {}),
    ...(entry.kind === "reading" && entry.pass === "as-found" ? { foundPlace: place } : {}),
    ...(rules.squeezes?.(job.task, entry) === true
      ? {
          squeezed: [
            ...tally.squeezed,
            { valve: entry.valve, stop: "stop" in entry ? entry.stop : "", at: entry.at },
          ],
        }
      : {}),
  };
}

/** A bridge that was set before anything was read makes the first reading no other than as found. */
const saysHowItStands = (entry: LedgerValveEntry, before: readonly LedgerValveEntry[]): boolean =>
  !isOnlyFelt(entry) && (entry.kind !== "bridged" || before.some((e) => e.kind === "reading"));

/** What was done since the crank was last proved was done somewhere else. */
function wentAstray(tally: Tally): Tally["valves"] {
  const since = new Set(tally.live.slice(tally.provedPlace + 1).map((e) => e.id));
  return new Map(
    [...tally.valves].map(([id, v]) => {
      const ids = v.work.filter((e) => since.has(e.id)).map((e) => e.id);
      return [id, ids.length === 0 ? v : { ...v, astray: new Set([...v.astray, ...ids]) }];
    }),
  );
}

/** What was changed since the last two turns is read once more, and all where that was asked for. */
function turnedOver(
  { valves, turnedOverPlace }: Tally,
  place: number,
  rereads: EntryOf<"turned-over">["rereads"],
): Tally["valves"] {
  const all = rereads === "all" || (rereads === null && turnedOverPlace === -1);
  return new Map(
    [...valves].map(([id, v]) => [
      id,
      {
        ...v,
        duePlace: all || v.changedSinceTurnedOver ? place : v.duePlace,
        changedSinceTurnedOver: false,
      },
    ]),
  );
}

function tightened({ tightenedLater }: JobOf, { valves }: Tally, part: string, place: number): Tally["valves"] {
  const under = new Set(tightenedLater.filter((p) => p.name === part).flatMap((p) => p.valves));
  return new Map([...valves].map(([id, v]) => [id, under.has(id) ? { ...v, duePlace: place } : v]));
}

function stateOf(rules: FoldRules, job: JobOf, tally: Tally): JobState {
  const valves = new Map(
    job.valves.map((v) => [v.id, valveState(rules, job, v, tally.valves.get(v.id) ?? NOTHING_DONE)]),
  );
  const all = [...valves.values()];
  const { live, workPlace, changePlace, turnedOverPlace } = tally;
  const checked = new Map(
    [...tally.checked]
      .filter(([item, c]) => c.place > (item === "recheck" ? changePlace : workPlace))
      .map(([item, c]) => [item, c.entry]),
  );
  const last = live.at(-1);
  return {
    valves,
    live,
    checked,
    stop: job.route.find((s) => s.letter === tally.stop) ?? null,
    foundDeg: tally.foundDeg,
    workedSinceProof: [
      ...new Set(live.slice(tally.provedPlace + 1).flatMap((e) => (isValveEntry(e) ? [e.valve] : []))),
    ],
    doneCount: all.filter((v) => v.status === "done" && v.skipped === null).length,
    paused: last?.kind === "paused" ? last : null,
    surveying: job.survey && all.some((v) => v.status === "unread"),
    untightened:
      rules.turnsOver === false ? [] : job.tightenedLater.filter((p) => isUntightened(tally, p.name, p.valves)),
    turnOverNeeded:
      rules.turnsOver !== false &&
      !checked.has("recheck") &&
      (turnedOverPlace === -1 || changePlace > turnedOverPlace),
    questions: questionsOf(
      rules,
      job,
      live.filter((e) => !isValveEntry(e) || tally.valves.get(e.valve)?.astray.has(e.id) !== true),
    ),
    squeezed: tally.squeezed,
    temperatures: tally.temperatures,
    unseated: tally.fittedPlace > turnedOverPlace,
    plugged: tally.plugged,
    ordered: tally.orderedPlace > tally.foundPlace,
    closed: tally.closed,
    calledOff: tally.calledOff,
    ended: tally.closed !== null || tally.calledOff !== null,
    signed: tally.signed,
    tally,
  };
}

/** Never tightened in this job, or the lash of a valve under it was changed since. */
function isUntightened({ tightenedPlaces, changedPlaces }: Tally, name: string, valves: readonly string[]): boolean {
  const place = tightenedPlaces.get(name);
  return place === undefined || valves.some((v) => (changedPlaces.get(v) ?? -1) > place);
}

function valveState(rules: FoldRules, job: JobOf, valve: JobValve, tally: ValveTally): ValveState {
  const { work, latest, astray } = tally;
  const stands = work.filter((e) => !astray.has(e.id));
  const readings = stands.filter((e) => e.kind === "reading");
  const last = readings.at(-1) ?? null;
  const verdict = last === null || last.pass === "set" || !rules.judgesReadings ? null : verdictOf(last, valve.spec);
  return {
    valve,
    work,
    verdict,
    last,
    status: astray.has(latest?.entry.id ?? "")
      ? statusAstray(work, astray)
      : statusOf(latest, rules.rereads ? tally.duePlace : -1),
    asFound: readings.find((r) => r.pass === "as-found") ?? null,
    left: latest?.entry.kind === "left" && !astray.has(latest.entry.id) ? latest.entry : null,
    skipped: latest?.entry.kind === "skipped" ? latest.entry : null,
    fittedMm: work.findLast((e) => e.kind === "fitted")?.lengthMm ?? null,
    bridgeOpen: job.bridged.includes(valve.id) && !work.some((e) => e.kind === "bridged"),
    offAim: verdict === "in" && last !== null && isOffAim(job.allToAimMm, last, valve.spec),
    own: rules.ownAt(job.task, valve, stands),
  };
}

/** How a valve stands that was worked on with the crank elsewhere: a loose lock is still loose, a reading says nothing. */
function statusAstray(work: readonly LedgerValveEntry[], astray: ReadonlySet<string>): ValveStatus {
  const last = work.findLast((e) => !isOnlyFelt(e));
  if ((last?.kind === "set" && !last.locked) || (last?.kind === "reading" && last.pass === "set")) return "turned";
  if (work.some((e) => changesLash(e) && astray.has(e.id))) return "due";
  const stands = work.findLast((e) => !astray.has(e.id) && !isOnlyFelt(e));
  return stands === undefined ? "unread" : statusOf({ entry: stands, place: 0 }, -1);
}

/** How a valve stands by the last entry that says so. @throws RangeError for what was only felt: it says nothing of that */
function statusOf(latest: ValveTally["latest"], duePlace: number): ValveStatus {
  const entry = latest?.entry;
  switch (entry?.kind) {
    case undefined:
      return "unread";
    case "reading":
      return entry.pass === "set" ? "inBandUnlocked" : "read";
    case "slack":
      return "slack";
    case "set":
      return entry.locked ? "locked" : "turned";
    case "locked":
    case "fitted":
    case "bridged":
      return "locked";
    case "zeroed":
      return "zeroed";
    case "reopened":
      return "due";
    case "skipped":
      return "done";
    case "left":
      return (latest?.place ?? -1) < duePlace ? "due" : "done";
    case "loaded-gap":
    case "closer-felt":
      throw new RangeError(`statusOf: ${entry.kind} changes nothing at a valve`);
  }
}
