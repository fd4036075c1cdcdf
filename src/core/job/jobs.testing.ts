/** A plain lash job for tests: nothing asked beyond the spec. */
import type { EngineFile } from "../engine/engineFile";
import { cycleOf } from "../engine/engineFile";
import { moverOf } from "../engine/mover";
import { resolveEngine } from "../engine/resolve";
import type { LashSpec } from "../lash/spec";
import { planMethod } from "../stops/planMethod";
import { routeOf } from "../stops/route";
import { USUAL_CHECKS, checksOf, closedUp } from "./closeOut/items";
import type { AnyTask, JobOf } from "./job";
import type { Entry, KeptEntry, LedgerEntry } from "./ledger/entry";
import type { LeafMark } from "./ledger/fields";
import type { Pass } from "./ledger/kinds";
import type { NextThing } from "./next/next";
import { jobState, refusal } from "./run";
import { passAfter } from "./state/pass";
import type { Task } from "./tasks";

export const SPEC: LashSpec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25, assumedBand: false };

/** What is checked before closing on an engine of which no covers are known. */
export const PLAIN_CHECKS = checksOf({ checks: USUAL_CHECKS }, closedUp({}));

type Method = "two-stop" | "firing-order";

/** A job of a kind of work on an engine, by the usual spec. */
export function jobOn<T extends AnyTask>(
  file: EngineFile,
  task: T,
  method: Method = "two-stop",
  more: Partial<JobOf<T>> = {},
): JobOf<T> {
  const engine = resolveEngine(file);
  return {
    task,
    bridged: [],
    offset: null,
    cycleDeg: cycleOf(file),
    requiredMarginDeg: 10,
    route: routeOf(engine, planMethod(method, engine)),
    order: "crank",
    valves: file.valves.map((v) => ({ ...v, spec: SPEC })),
    state: file.lash?.state ?? "cold",
    survey: false,
    allToAimMm: null,
    tightenedLater: file.tightenedLater ?? [],
    ...closedUp(file),
    mover: moverOf(file).name,
    lastTime: {},
    ...more,
  };
}

/** A job on lash with a screw. */
export const jobFor = (file: EngineFile, method?: Method, more: Partial<JobOf<Task>> = {}): JobOf<Task> =>
  jobOn<Task>(file, { kind: "screw", plan: null }, method, more);

/** A leaf as it is written in mm. */
export const mark = (mm: number, text = `${mm.toFixed(2)} mm`): LeafMark => ({ mm, text });

/** A reading by leaves as found, 0.20 goes and 0.25 does not; its valve, stop and id are said by `more`, and all that is other. */
export const readBy = (more: object): Entry =>
  ({
    supersedes: null,
    kind: "reading",
    stop: "A",
    pass: "as-found",
    goes: mark(0.2),
    noGo: mark(0.25),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
    ...more,
  }) as Entry;

/** An entry as the shop keeps it behind those that it has, from Ada. */
export const keptAfter = (before: readonly unknown[], entry: Entry, at = "2026-11-25T10:00:00.000Z"): KeptEntry => ({
  ...entry,
  seq: before.length + 1,
  personId: "ada",
  personName: "Ada",
  at,
  madeAt: at,
});

/** An entry of any kind at valve 1I and stop A, kept from Ada: only what matters is said. */
export const keptEntry = (id: string, kind: string, more: object = {}): KeptEntry =>
  keptAfter([], { id, supersedes: null, kind, valve: "1I", stop: "A", ...more } as unknown as Entry);

/** What is said of an entry after a ledger; null where it may be added. */
export const refusalAfter = (
  job: JobOf<Task>,
  entries: readonly LedgerEntry[],
  entry: Entry,
  personId: string | null = null,
  nowMs = Infinity,
): string | null => refusal(job, jobState(job, entries), entry, { personId, nowMs });

/** The pass of a reading that is taken after a ledger. */
export const passNow = (job: JobOf<Task>, entries: readonly LedgerEntry[], valve: string): Pass =>
  passAfter(jobState(job, entries).valves.get(valve)?.work ?? []);

/** What comes next, by its step where only a kind of work knows it. */
export const nextKind = (next: NextThing): string => (next.kind === "task" ? next.step : next.kind);
