/** Where a job stands: folded from its ledger, never stored. */
import type { TightenedPart } from "../engine/engineFile";
import type { Verdict } from "../lash/judge";
import {
  type BarredEntry,
  type CheckedEntry,
  type CloseItem,
  type Entry,
  type LeftEntry,
  type Made,
  type Pass,
  type PausedEntry,
  type PluggedEntry,
  type ReadingEntry,
  type ValveWork,
  isValveWork,
  liveEntries,
  onlyFelt,
} from "./entry";
import { type Job, type JobValve, offAim, verdictOf } from "./job";
import { type ValvePreload, preloadAt } from "./preloadAt";
import { type ValvePair, pairAt } from "./pairAt";
import { type Question, questionsOf } from "./questions";
import type { RouteStop } from "./route";

/**
 * A gap: unread → read → turned (lock loose) → ready (read so) → set (locked) → read → left. A preload:
 * unread → zeroed → turned → set → left. `due` was left, and must be looked at once more: after two turns
 * by hand, a part tightened over it, or a tick heard.
 */
export type ValveStatus = "unread" | "read" | "zeroed" | "turned" | "ready" | "set" | "due" | "left";

export interface ValveState {
  readonly valve: JobValve;
  readonly status: ValveStatus;
  readonly asFound: ReadingEntry | null;
  readonly last: ReadingEntry | null;
  readonly left: LeftEntry | null;
  /** Of the last reading, against the band; null before any, and while the lock is loose. */
  readonly verdict: Verdict | null;
  /** In its band, but further from the aim than this job allows. */
  readonly offAim: boolean;
  /** Where its plunger stands; null before zero lash was found, and in other work. */
  readonly preload: ValvePreload | null;
  /** The part that this job fitted last, in mm; null when none was. */
  readonly fittedMm: number | null;
  /** Its opener and closer; null on all gear but positively closed valves. */
  readonly pair: ValvePair | null;
  /** Its bridge has not been looked at yet. */
  readonly bridgeOpen: boolean;
}

/** A temperature of the engine; `at` is left out while it is not known when. */
export interface TakenWarmth {
  readonly at: string | undefined;
  readonly celsius: number;
}

export interface RunState {
  readonly valves: ReadonlyMap<string, ValveState>;
  /** The stop at which the crank stands; null before the first. */
  readonly stop: RouteStop | null;
  readonly leftCount: number;
  /** The job was broken off and nobody came back yet. */
  readonly paused: PausedEntry | null;
  /** Some valve has no as-found yet, and this job reads all of them first. */
  readonly surveying: boolean;
  /** Parts that were not tightened since a valve under them was set. */
  readonly untightened: readonly TightenedPart[];
  /** The engine is to be turned over by hand, and read again, before it is closed. */
  readonly barNeeded: boolean;
  /** What was done for closing since the last work on a valve. */
  readonly checked: ReadonlyMap<CloseItem, CheckedEntry>;
  readonly questions: readonly Question[];
  /** The last time that a pumped-up lifter was squeezed and not said to have bled down; null when none was. */
  readonly squeezed: { readonly at: string | undefined } | null;
  readonly warmths: readonly TakenWarmth[];
  /** A part was fitted since the engine was last turned over. */
  readonly unseated: boolean;
  /** Holes plugged at the start of a job on positively closed valves; null while nobody said. */
  readonly plugged: PluggedEntry | null;
  /** Parts were ordered or laid out since the last reading as found. */
  readonly ordered: boolean;
  readonly closed: boolean;
  readonly signed: boolean;
}

/** An entry that still stands, with its place among those that do. */
type Placed<E extends Entry = Entry> = E & { readonly place: number; readonly at?: string };

/** Folds a ledger, in ledger order, into the state of the run. */
export function runState(job: Job, entries: readonly Made[]): RunState {
  const live = liveEntries<Made>(entries).map((e, place): Placed => ({ ...e, place }));
  const barred = live.filter((e): e is Placed<BarredEntry> => e.kind === "barred");
  const work = new Map<string, Placed<ValveWork>[]>();
  for (const e of live) if (isValveWork(e)) work.set(e.valve, [...(work.get(e.valve) ?? []), e]);
  const valves = new Map(
    job.valves.map((v) => {
      const own = work.get(v.id) ?? [];
      return [
        v.id,
        valveState(job, v, own, job.work === "lash" ? dueSince(live, barred, own, coveredBy(job, v.id)) : -1),
      ];
    }),
  );
  const arrived = live.findLast((e) => e.kind === "arrived");
  const last = live.at(-1);
  const lastWork = live.findLast(isValveWork)?.place ?? -1;
  const lastSet = live.findLast((e) => e.kind === "set" || e.kind === "fitted")?.place ?? -1;
  const lastFound = live.findLast((e) => e.kind === "reading" && e.pass === "as-found")?.place ?? -1;
  const checked = new Map(
    live.flatMap((e): [CloseItem, CheckedEntry][] =>
      e.kind === "checked" && e.place > (e.item === "recheck" ? lastSet : lastWork) ? [[e.item, e]] : [],
    ),
  );
  return {
    valves,
    checked,
    stop: job.route.find((s) => s.letter === arrived?.stop) ?? null,
    leftCount: [...valves.values()].filter((v) => v.status === "left").length,
    paused: last?.kind === "paused" ? last : null,
    surveying: job.survey && [...valves.values()].some((v) => v.status === "unread"),
    untightened: job.parts.filter((p) => untightened(p.name, p.valves, live)),
    barNeeded: !checked.has("recheck") && (barred.length === 0 || lastSet > (barred.at(-1)?.place ?? -1)),
    questions: questionsOf(job, live),
    squeezed: squeezedOf(job, live),
    warmths: live.flatMap((e) => (e.kind === "warmth" ? [{ at: e.at, celsius: e.celsius }] : [])),
    unseated: (live.findLast((e) => e.kind === "fitted")?.place ?? -1) > (barred.at(-1)?.place ?? -1),
    plugged: live.findLast((e) => e.kind === "plugged") ?? null,
    ordered: live.some((e) => e.kind === "ordered" && e.place > lastFound),
    closed: live.some((e) => e.kind === "closed"),
    signed: live.some((e) => e.kind === "signed"),
  };
}

/** The latest squeeze of a pumped-up lifter that nobody said has bled down. */
function squeezedOf({ preload }: Job, live: readonly Placed[]): RunState["squeezed"] {
  if (preload?.bleedMinutes == null) return null;
  const bled = live.findLast((e) => e.kind === "bled")?.place ?? -1;
  const last = live.findLast((e) => e.kind === "set" && (e.turns ?? 0) > 0 && e.place > bled);
  return last === undefined ? null : { at: last.at };
}

const coveredBy = (job: Job, valve: string): string[] =>
  job.parts.filter((p) => p.valves.includes(valve)).map((p) => p.name);

/** Never tightened in this job, or a valve under it was set since. */
function untightened(name: string, valves: readonly string[], live: readonly Placed[]): boolean {
  const at = live.findLast((e) => e.kind === "tightened" && e.part === name)?.place ?? -1;
  return at === -1 || live.some((e) => e.kind === "set" && e.place > at && valves.includes(e.valve));
}

/**
 * The place in the ledger since which a valve must be read once more; -1 for never. The first two
 * turns by hand are for every valve, later ones for those that were set in between.
 */
function dueSince(
  live: readonly Placed[],
  barred: readonly Placed[],
  work: readonly Placed<ValveWork>[],
  parts: readonly string[],
): number {
  const forIt = barred.filter((b, i) => {
    const before = barred[i - 1];
    return before === undefined || work.some((e) => e.kind === "set" && e.place > before.place && e.place < b.place);
  });
  const tightened = live.findLast((e) => e.kind === "tightened" && parts.includes(e.part));
  return Math.max(forIt.at(-1)?.place ?? -1, tightened?.place ?? -1);
}

function valveState(job: Job, valve: JobValve, work: readonly Placed<ValveWork>[], due: number): ValveState {
  const readings = work.filter((e) => e.kind === "reading");
  // A bridge that was set before anything was read makes the first reading no other than as found.
  const latest = work.findLast((e) => !onlyFelt(e) && (e.kind !== "bridged" || readings.length > 0));
  const last = readings.at(-1) ?? null;
  const status = statusOf(latest, due);
  const verdict = last === null || last.pass === "set" || job.work === "preload" ? null : verdictOf(last, valve.spec);
  return {
    valve,
    status,
    verdict,
    last,
    preload: preloadAt(job.preload, valve, work),
    fittedMm: work.findLast((e) => e.kind === "fitted")?.lengthMm ?? null,
    pair: pairAt(job.closing, valve.id, work, (r) => verdictOf(r, valve.spec) === "in"),
    bridgeOpen: job.bridged.includes(valve.id) && !work.some((e) => e.kind === "bridged"),
    asFound: readings.find((r) => r.pass === "as-found") ?? null,
    left: latest?.kind === "left" ? latest : null,
    offAim: verdict === "in" && last !== null && offAim(job, last, valve.spec),
  };
}

function statusOf(latest: Placed<ValveWork> | undefined, due: number): ValveStatus {
  switch (latest?.kind) {
    case undefined:
      return "unread";
    case "reading":
      return latest.pass === "set" ? "ready" : "read";
    case "set":
      return latest.locked ? "set" : "turned";
    case "locked":
    case "fitted":
    case "bridged":
      return "set";
    case "loaded":
    case "tried":
      throw new RangeError(`statusOf: ${latest.kind} changes nothing at a valve`);
    case "zeroed":
      return "zeroed";
    case "reopened":
      return "due";
    case "left":
      return latest.place < due ? "due" : "left";
  }
}

/** The reading that counts as as-left; null until the valve is left. */
export const asLeft = (state: ValveState): ReadingEntry | null => (state.left === null ? null : state.last);

/** Which pass a reading taken now belongs to: what was done since the valve was last left decides. */
export function passNow(entries: readonly Entry[], valve: string): Pass {
  const work = liveEntries(entries).filter((e) => isValveWork(e) && e.valve === valve);
  const lastLeft = work.findLastIndex((e) => e.kind === "left");
  const turned = work
    .slice(lastLeft + 1)
    .findLast(
      (e) =>
        e.kind === "set" ||
        e.kind === "locked" ||
        e.kind === "fitted" ||
        (e.kind === "bridged" && e.turned && work[0]?.kind !== "bridged"),
    );
  if (turned !== undefined) return turned.kind === "set" && !turned.locked ? "set" : "as-left";
  return lastLeft === -1 ? "as-found" : "re-check";
}
