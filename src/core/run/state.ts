/** Where a job stands: folded from its ledger, never stored. */
import { judge, type Verdict } from "../lash/judge";
import type { LashSpec } from "../lash/spec";
import { type Entry, type LeftEntry, type ReadingEntry, type ValveWork, liveEntries } from "./entry";
import type { ServingOrder } from "../stops/orders";
import type { RouteStop } from "./route";

export interface JobValve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: "intake" | "exhaust" | "injector";
  readonly spec: LashSpec;
}

export interface Job {
  readonly cycleDeg: 360 | 720;
  readonly requiredMarginDeg: number;
  readonly route: readonly RouteStop[];
  readonly order: ServingOrder;
  readonly valves: readonly JobValve[];
}

/** unread → read → set → read → left; a fresh reading opens a valve that was left. */
export type ValveStatus = "unread" | "read" | "set" | "left";

export interface ValveState {
  readonly valve: JobValve;
  readonly status: ValveStatus;
  readonly asFound: ReadingEntry | null;
  readonly last: ReadingEntry | null;
  readonly left: LeftEntry | null;
  readonly verdict: Verdict | null;
}

export interface RunState {
  readonly valves: ReadonlyMap<string, ValveState>;
  /** The stop at which the crank stands; null before the first. */
  readonly stop: RouteStop | null;
  readonly leftCount: number;
  readonly closed: boolean;
}

export const verdictOf = (reading: ReadingEntry, spec: LashSpec): Verdict =>
  judge({ goesMm: reading.goes.mm, noGoMm: reading.noGo.mm }, spec);

/** Folds a ledger, in ledger order, into the state of the run. */
export function runState(job: Job, entries: readonly Entry[]): RunState {
  const live = liveEntries(entries);
  const work = new Map<string, ValveWork[]>();
  for (const e of live) {
    if (e.kind === "reading" || e.kind === "set" || e.kind === "left") {
      work.set(e.valve, [...(work.get(e.valve) ?? []), e]);
    }
  }
  const valves = new Map(job.valves.map((v) => [v.id, valveState(v, work.get(v.id) ?? [])]));
  const arrived = live.findLast((e) => e.kind === "arrived");
  return {
    valves,
    stop: job.route.find((s) => s.letter === arrived?.stop) ?? null,
    leftCount: [...valves.values()].filter((v) => v.status === "left").length,
    closed: live.some((e) => e.kind === "closed"),
  };
}

function valveState(valve: JobValve, work: readonly ValveWork[]): ValveState {
  const readings = work.filter((e) => e.kind === "reading");
  const latest = work.at(-1);
  const last = readings.at(-1) ?? null;
  return {
    valve,
    status: latest === undefined ? "unread" : latest.kind === "reading" ? "read" : latest.kind,
    asFound: readings.find((r) => r.pass === "as-found") ?? null,
    last,
    left: latest?.kind === "left" ? latest : null,
    verdict: last === null ? null : verdictOf(last, valve.spec),
  };
}

/** The reading that counts as as-left; null until the valve is left. */
export const asLeft = (state: ValveState): ReadingEntry | null => (state.left === null ? null : state.last);

/** Which pass a reading taken now belongs to: after anything was turned here, it is as left. */
export const passNow = (work: readonly Entry[], valve: string): "as-found" | "as-left" =>
  liveEntries(work).some((e) => e.kind === "set" && e.valve === valve) ? "as-left" : "as-found";
