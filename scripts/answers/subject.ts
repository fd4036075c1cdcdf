/** The job as the random player sees it: the one place that knows where the rules of a job live. */
import { cycleOf, type EngineFile } from "../../src/core/engine/engineFile";
import { resolveEngine } from "../../src/core/engine/resolve";
import { growthSourcesOf } from "../../src/core/heat/growthSources";
import { lockingOf } from "../../src/core/lash/locking";
import { refusal } from "../../src/core/run/admit";
import { closerBiases } from "../../src/core/run/closerBias";
import type { Entry as CoreEntry, KeptEntry } from "../../src/core/run/entry";
import { liveEntries } from "../../src/core/run/entry";
import { middleOf, type Job } from "../../src/core/run/job";
import { jobSpecWords } from "../../src/core/run/jobSpecWords";
import { knownTurns, lockShifts } from "../../src/core/run/learned";
import { type Asked, type NextThing, nextThing } from "../../src/core/run/next";
import {
  bridgedValves,
  fileTurns,
  planClosing,
  planFixed,
  planOffset,
  planPreload,
  planShims,
  preloadSpec,
} from "../../src/core/run/planWork";
import { notReady, specFor, withJobValves, workOf } from "../../src/core/run/ready";
import { routeOf } from "../../src/core/run/route";
import { sheetOf } from "../../src/core/run/sheet";
import { shimOffers } from "../../src/core/run/shimOffers";
import { passNow, runState } from "../../src/core/run/state";
import { cautionsFor } from "../../src/core/run/cautions";
import { toolsFor } from "../../src/core/run/tools";
import { standsWords } from "../../src/core/run/words";
import type { FeelerSet } from "../../src/core/shop/feelerSet";
import { planMethod } from "../../src/core/stops/methods";
import { SERVING_ORDERS } from "../../src/core/stops/orders";
import { METHOD_IDS } from "../../src/core/stops/plan";
import { DEFAULT_STOP_SETTINGS } from "../../src/core/stops/settings";
import { hotSays } from "../../src/ui/run/hotMinutes";
import { instruct } from "../../src/ui/run/instruction";
import { BOTH_ON, learningOf } from "../../src/ui/run/learning";
import type { RunContext, RunNow } from "../../src/ui/run/model";
import { readTaps, stacksOfSet, type Taps } from "../../src/ui/run/taps";
import { valveMarks } from "../../src/ui/run/valveMarks";
import type { Random } from "./random";

export type Entry = CoreEntry;
export type Kept = KeptEntry;

const SET: FeelerSet = {
  id: "set",
  name: "Metric 20",
  system: "metric",
  leaves: Array.from({ length: 20 }, (_, i) => ({
    mm: Number(((i + 1) * 0.05).toFixed(2)),
    mmMark: ((i + 1) * 0.05).toFixed(2),
    inchMark: null,
  })),
};

interface Next {
  readonly kind: string;
  readonly valve?: string;
  readonly to?: string;
  readonly leftMs?: number;
  readonly doubt: string | null;
  readonly part?: string;
  readonly question?: string;
  readonly item?: string;
  readonly stage?: string | undefined;
  readonly lastId?: string | undefined;
  /** Read, and in its band: it is left. */
  readonly readIn?: boolean;
  readonly tooWide?: boolean;
}

export interface Subject {
  readonly Next: Next;
  readonly file: EngineFile;
  readonly task: string;
  readonly valves: readonly { readonly id: string; readonly nominalMm: number }[];
  readonly look: (
    entries: readonly Kept[],
    asked: Asked,
    r: Random,
  ) => { readonly next: Next; readonly said: unknown };
  readonly refusal: (entries: readonly Kept[], entry: Entry, by: string | null, nowMs: number) => string | null;
  readonly live: (entries: readonly Kept[]) => readonly Kept[];
  readonly stop: (entries: readonly Kept[]) => string;
  readonly pass: (entries: readonly Kept[], valve: string) => string;
  readonly outOfBand: (entries: readonly Kept[]) => { readonly id: string; readonly lastId: string }[];
  readonly sheet: (entries: readonly Kept[]) => unknown;
  readonly learned: (entries: readonly Kept[]) => unknown;
  readonly job: Job;
}

const taskOf = (job: Job): string =>
  job.work !== "lash"
    ? job.work
    : job.shims !== null
      ? "shims"
      : job.closing !== null
        ? "opener-closer"
        : job.grinds
          ? "grinding"
          : "screw";

/** Opens a job on an engine with random choices, or says why it can't be opened. */
export function openSubject(r: Random, whole: EngineFile): Subject | { readonly why: string } {
  const file = withJobValves(whole);
  const work = workOf(file);
  const ways = growthSourcesOf(file, { engine: [], model: [] });
  const state =
    work === "preload" ? "cold" : r.chance(0.85) ? (file.lash?.state ?? "cold") : r.pick(["cold", "hot"] as const);
  const way = ways.sources.length === 0 ? null : r.pick(ways.sources);
  const planned =
    work === "lash" && way !== null && file.lash?.state !== state ? planOffset(file, ways, way.id) : null;
  if (planned !== null && "why" in planned) return { why: planned.why };
  const offset = planned?.plan ?? null;
  const why = notReady(file, state, offset);
  if (why !== null) return { why };
  const turns = r.chance(0.7) ? fileTurns(file) : r.pick([0.25, 0.5, 0.75]);
  const lifters = r.pick(["run", "dry"] as const);
  const preloaded =
    work === "preload"
      ? planPreload(file, { turns, lifters, bleedMinutes: 15, way: r.chance(0.5) ? way : null })
      : null;
  if (preloaded !== null && "why" in preloaded) return { why: preloaded.why };
  const preload = preloaded?.plan ?? null;
  const engine = resolveEngine(file);
  const method = r.pick(METHOD_IDS.filter((m) => m !== "lobe-in-sight"));
  const plan = planMethod(method, engine, { ...DEFAULT_STOP_SETTINGS, requiredDeg: 10 }, file.marksDeg);
  if (plan.stops.length === 0) return { why: plan.why };
  const order = r.pick(SERVING_ORDERS);
  const shims = work === "lash" ? planShims(file, {}) : null;
  const closing = work === "lash" ? planClosing(file, {}) : null;
  const valves = file.valves.flatMap((v) => {
    const spec = preload === null ? specFor(file, v.role, state, offset) : preloadSpec(preload, v.role);
    return spec === null
      ? []
      : [{ id: v.id, cylinder: v.cylinder, role: v.role, spec: { ...spec, assumedBand: false } }];
  });
  const job: Job = {
    work,
    preload,
    fixed: work === "dry-gap" ? planFixed(file, {}) : null,
    shims,
    closing,
    grinds: file.adjuster?.kind === "grind",
    bridged: bridgedValves(file),
    offset,
    cycleDeg: cycleOf(file),
    requiredMarginDeg: 10,
    route: routeOf(engine, plan, order),
    order,
    valves,
    state,
    survey: work === "dry-gap" || shims !== null || r.chance(0.2),
    allToAimMm: work === "lash" && r.chance(0.2) ? 0.03 : null,
    parts: file.tightenedLater ?? [],
    lastTime: r.chance(0.3)
      ? Object.fromEntries(valves.map((v) => [v.id, { lo: v.spec.nominalMm - 0.02, hi: v.spec.nominalMm + 0.02 }]))
      : {},
  };
  const opened = {
    cautions: cautionsFor(file, state, work === "preload" ? lifters : null),
    tools: toolsFor(file, method),
    spec: jobSpecWords(job, file),
  };
  const context: RunContext = {
    id: "job",
    engineId: "engine",
    file,
    job,
    state,
    temperatureC: state === "hot" ? 85 : null,
    method,
    sets: [SET],
    openedAt: "2026-11-25T09:59:00.000Z",
    nowMs: Date.parse("2026-11-25T10:00:00Z"),
    airC: null,
    licensed: null,
    lastTime: {},
    earlierShiftsMm: [],
    engine,
    locking: lockingOf(file.adjuster),
    hand: {
      set: SET,
      stacks: stacksOfSet(SET),
      school: r.pick(["go-no-go", "drag", "overshoot"] as const),
      instrument: null,
    },
  };
  let first = true;
  return {
    Next: { kind: "", doubt: null },
    file,
    job,
    task: taskOf(job),
    valves: valves.map((v) => ({ id: v.id, nominalMm: v.spec.nominalMm })),
    refusal: (entries, entry, by, nowMs) => refusal(job, entries, entry, by, nowMs),
    live: (entries) => liveEntries(entries),
    stop: (entries) => runState(job, entries).stop?.letter ?? "",
    pass: (entries, valve) => passNow(entries, valve),
    outOfBand: (entries) =>
      [...runState(job, entries).valves.values()]
        .filter((v) => v.status === "read" && v.verdict !== "in")
        .map((v) => ({ id: v.valve.id, lastId: v.last?.id ?? "" })),
    look: (entries, asked, r) => {
      const state = runState(job, entries);
      const next = nextThing(job, state, asked);
      const now: RunNow = {
        state,
        next,
        nowMs: asked.nowMs ?? 0,
        crankDeg: state.stop?.crankDeg ?? 0,
        learning: learningOf(context, entries, null, BOTH_ON),
        others: [],
      };
      const tapped = next.kind === "read" ? tap(r, context, next.valve.valve.spec) : null;
      const said = {
        ...(first ? { opened } : {}),
        next: view(next),
        stands: standsWords(next, job.valves),
        told: instruct(context, now, tapped),
        marks: valveMarks(context, now, new Set(), tapped?.tapped ?? null),
        hot: hotSays(context, now),
        state: stateView(state),
      };
      first = false;
      return { next: view(next), said };
    },
    sheet: (entries) =>
      sheetOf({
        jobId: "job",
        shop: "Shop",
        serial: null,
        runningHours: 10,
        file,
        job,
        state,
        temperatureC: null,
        method,
        feelerSets: ["Metric 20"],
        purpose: "routine",
        note: null,
        licensed: null,
        cautions: [],
        openedBy: "Ada",
        openedAt: "2026-11-25T09:59:00.000Z",
        entries,
        names: new Map(),
      }),
    learned: (entries) => ({
      locks: lockShifts(entries),
      turns: knownTurns(entries, 0),
      biases: closing === null ? [] : closerBiases(closing, entries),
    }),
  };
}

function tap(r: Random, context: RunContext, spec: Job["valves"][number]["spec"]) {
  const at = Math.min(18, Math.max(0, Math.round(spec.nominalMm / 0.05) + r.int(-3, 3)));
  const drag = context.hand.school !== "go-no-go" && r.chance(0.6);
  const taps: Taps = drag
    ? { [String(at)]: "drag" }
    : {
        ...(r.chance(0.8) ? { [String(at)]: "goes" as const } : {}),
        ...(r.chance(0.7) ? { [String(Math.min(19, at + r.int(1, 2)))]: "no" as const } : {}),
      };
  return { taps, tapped: readTaps(taps, null, context.hand, spec) };
}

function view(next: NextThing): Next {
  const valve = "valve" in next ? next.valve : next.kind === "answer" ? next.about : null;
  return {
    kind: next.kind,
    doubt: "at" in next && next.kind !== "confirm" ? next.at.doubt : null,
    ...(valve == null
      ? {}
      : {
          valve: valve.valve.id,
          stage: valve.pair?.stage,
          lastId: valve.last?.id,
          readIn: valve.status === "read" && valve.verdict === "in",
          tooWide: valve.last !== null && middleOf(valve.last) > valve.valve.spec.nominalMm,
        }),
    ...("to" in next ? { to: next.to.letter } : next.kind === "confirm" ? { to: next.at.letter } : {}),
    ...(next.kind === "wait" ? { leftMs: next.leftMs } : {}),
    ...(next.kind === "tighten" ? { part: next.part.name } : {}),
    ...(next.kind === "answer" ? { question: next.question.id } : {}),
    ...(next.kind === "check" ? { item: next.item } : {}),
  };
}

function stateView(state: ReturnType<typeof runState>): unknown {
  return {
    valves: [...state.valves.values()].map((v) => [
      v.valve.id,
      v.status,
      v.verdict,
      v.offAim,
      v.asFound?.id,
      v.last?.id,
      v.left?.id,
      v.fittedMm,
      v.bridgeOpen,
      v.preload,
      v.pair,
    ]),
    stop: state.stop?.letter,
    left: state.leftCount,
    paused: state.paused?.id,
    surveying: state.surveying,
    untightened: state.untightened.map((p) => p.name),
    bar: state.barNeeded,
    checked: [...state.checked].map(([item, e]) => [item, e.id]),
    questions: state.questions,
    squeezed: state.squeezed,
    warm: state.warmths,
    unseated: state.unseated,
    plugged: state.plugged?.id,
    ordered: state.ordered,
    closed: state.closed,
  };
}

/** The plan of parts that is offered for a job, with a stock and a catalogue. */
export function shimPicks(
  { job }: Subject,
  entries: readonly Kept[],
  out: Parameters<typeof shimOffers>[2],
  stock: readonly { id: string; thicknessMm: number; count: number }[],
  catalogue: readonly { sku: string; thicknessMm: number; price: number; stock: number }[],
  wish: { near: boolean; stay: boolean; long: boolean },
) {
  const kind = job.shims?.kind ?? "shim-over";
  const diameterMm = job.shims?.diameterMm ?? null;
  const offers = shimOffers(
    job,
    runState(job, entries),
    out,
    {
      stock: stock.map((s) => ({
        ...s,
        kind,
        diameterMm,
        mark: null,
        measured: null,
        worn: false,
        place: null,
        cost: null,
      })),
      catalogue: catalogue.map((c) => ({ ...c, kind, diameterMm, leadDays: 2 })),
    } as unknown as Parameters<typeof shimOffers>[3],
    { scope: null, buying: null, aim: wish.long ? "long-life" : "nominal", near: wish.near, stay: wish.stay },
  );
  return { picks: offers.plan.picks, plan: offers };
}
