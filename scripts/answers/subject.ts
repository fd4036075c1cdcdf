/** The job as the random player sees it: the one place that knows where the rules of a job live. */
import { moverOf } from "@/core/engine/mover";
import { closedUp } from "@/core/job/closeOut/items";
import { cycleOf, type EngineFile } from "../../src/core/engine/engineFile";
import { resolveEngine } from "../../src/core/engine/resolve";
import { growthSourcesOf } from "../../src/core/heat/growthSources";
import type { JobOf } from "../../src/core/job/job";
import { type Entry as CoreEntry, type KeptEntry, liveEntries } from "../../src/core/job/ledger/entry";
import { knownTurns, lockShifts } from "../../src/core/job/ledger/learned";
import { DEALT_WITH, type Dealt } from "../../src/core/job/ledger/refused";
import { middleOf } from "../../src/core/job/ledger/readings";
import type { Asked, NextThing } from "../../src/core/job/next/next";
import {
  cautionsFor,
  notReady,
  planOffset,
  planTask,
  rulesFor,
  specFor,
  taskAlong,
  toolsFor,
  withJobValves,
} from "../../src/core/job/prepare";
import {
  type Job,
  evolve,
  jobAs,
  jobState,
  nextThing,
  refusal,
  rulesOf,
  sheetOf,
  standsWords,
} from "../../src/core/job/run";
import { bridgedValves } from "../../src/core/job/setup/setup";
import { passAfter } from "../../src/core/job/state/pass";
import type { JobState, ValveState } from "../../src/core/job/state/state";
import { closerBiases } from "../../src/core/job/tasks/openerCloser/closerBias";
import { fileTurns } from "../../src/core/job/tasks/preload/plan";
import { shimOffers } from "../../src/core/job/tasks/shims/offers";
import { targetWords } from "../../src/core/job/head/target";
import { engineWords } from "../../src/core/job/words/names";
import { shortReading } from "../../src/core/job/words/readings";
import { specUnit, unitOf } from "../../src/core/job/words/specs";
import { MM_PER_INCH } from "../../src/core/units/length";
import type { TaskRules } from "../../src/core/job/tasks/rules";
import { lockingOf } from "../../src/core/lash/locking";
import type { FeelerSet } from "../../src/core/shop/feelerSet";
import { planMethod } from "../../src/core/stops/planMethod";
import { SERVING_ORDERS } from "../../src/core/stops/orders";
import { METHOD_IDS } from "../../src/core/stops/methods";
import { routeOf } from "../../src/core/stops/route";
import { DEFAULT_STOP_SETTINGS } from "../../src/core/stops/settings";
import type { RunContext, RunNow } from "../../src/ui/run/model";
import { valveMarks } from "../../src/ui/run/panels/valveMarks";
import { BOTH_ON, learningOf } from "../../src/ui/run/session/learning";
import { type TappedReading, type Taps, readTaps, stacksOfSet } from "../../src/ui/leaves/taps";
import { valveOf } from "../../src/ui/run/session/valveOf";
import { ROOMS } from "../../src/ui/run/rooms.testing";
import { hotSays } from "../../src/ui/run/words/hotMinutes";
import { instruct } from "../../src/ui/run/words/instruction";
import type { Instruction } from "../../src/ui/run/words/shape";
import type { Random } from "@/core/units/random";

export type Entry = CoreEntry;
export type Kept = KeptEntry;

const METRIC: FeelerSet = {
  id: "set",
  name: "Metric 20",
  system: "metric",
  leaves: Array.from({ length: 20 }, (_, i) => ({
    mm: Number(((i + 1) * 0.05).toFixed(2)),
    mmMark: ((i + 1) * 0.05).toFixed(2),
    inchMark: null,
  })),
};

/** Every second thou, for engines that are told in inches. */
const INCH: FeelerSet = {
  id: "set",
  name: "Inch 20",
  system: "inch",
  leaves: Array.from({ length: 20 }, (_, i) => ({
    mm: ((i + 1) * 2 * MM_PER_INCH) / 1000,
    mmMark: null,
    inchMark: `.${String((i + 1) * 2).padStart(3, "0")}`,
  })),
};

const MADE_AT = "2026-11-25T10:00:00.000Z";

/** What became of what was refused, in turn. */
const DEALT: readonly (Dealt | null)[] = [
  null,
  ...DEALT_WITH.map((how) => ({
    how,
    person: "Ben",
    at: "2026-11-25T12:00:00.000Z",
    reason: how === "dropped" ? "made twice" : null,
  })),
];

interface Next {
  readonly kind: string;
  readonly valve?: string;
  readonly to?: string;
  readonly remainingMs?: number;
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
  ) => { readonly next: Next; readonly said: unknown; readonly offers: readonly (readonly Entry[])[] };
  readonly refusal: (entries: readonly Kept[], entry: Entry, by: string | null, nowMs: number) => string | null;
  readonly live: (entries: readonly Kept[]) => readonly Kept[];
  readonly stop: (entries: readonly Kept[]) => string;
  readonly pass: (entries: readonly Kept[], valve: string) => string;
  readonly outOfBand: (entries: readonly Kept[]) => { readonly id: string; readonly lastId: string }[];
  readonly sheet: (
    entries: readonly Kept[],
    refused: readonly { readonly entry: Entry; readonly why: string }[],
  ) => unknown;
  readonly learned: (entries: readonly Kept[]) => unknown;
  readonly job: Job;
}

/** Opens a job on an engine with random choices, or says why it can't be opened. */
export function openSubject(r: Random, whole: EngineFile): Subject | { readonly why: string } {
  const file = withJobValves(whole);
  const rules = rulesFor(file);
  const sources = growthSourcesOf(file, { engine: [], model: [] });
  const anyState = rules.judgedIn === "any-state";
  const either = rules.judgedIn === "either-state";
  const state = anyState ? "cold" : r.chance(0.85) ? (file.lash?.state ?? "cold") : r.pick(["cold", "hot"] as const);
  const growth = sources.sources.length === 0 ? null : r.pick(sources.sources);
  const through =
    either && growth !== null && file.lash?.state !== state ? planOffset(file, sources, growth.id) : null;
  if (through !== null && "why" in through) return { why: through.why };
  const offset = through?.plan ?? null;
  const why = notReady(file, state, offset);
  if (why !== null) return { why };
  const targetTurns = r.chance(0.7) ? fileTurns(file) : r.pick([0.25, 0.5, 0.75]);
  const lifters = r.pick(["run", "dry"] as const);
  const counted = anyState && r.chance(0.5) ? growth : null;
  const planned = planTask(file, {
    targetTurns,
    lifters,
    travelMm: 4,
    bleedMinutes: 15,
    growth: counted,
    fittedBefore: [],
  });
  if ("why" in planned) return { why: planned.why };
  const engine = resolveEngine(file);
  const set = unitOf(file) === "in" ? INCH : METRIC;
  const method = r.pick(METHOD_IDS.filter((m) => m !== "lobe-in-sight"));
  const plan = planMethod(method, engine, { ...DEFAULT_STOP_SETTINGS, requiredDeg: 10 }, file.marksDeg);
  if (plan.stops.length === 0) return { why: plan.why };
  const order = r.pick(SERVING_ORDERS);
  const route = routeOf(engine, plan, order);
  const task = taskAlong(file, planned.plan, route);
  const valves = file.valves.flatMap((v) => {
    const spec = specFor(file, task, v, state, offset);
    return spec === null
      ? []
      : [{ id: v.id, cylinder: v.cylinder, role: v.role, spec: { ...spec, assumedBand: false } }];
  });
  const job: Job = {
    task,
    bridged: bridgedValves(file),
    offset,
    cycleDeg: cycleOf(file),
    requiredMarginDeg: 10,
    route,
    order,
    valves,
    state,
    survey: rules.readsAllFirst || r.chance(0.2),
    allToAimMm: either && r.chance(0.2) ? 0.03 : null,
    tightenedLater: file.tightenedLater ?? [],
    ...closedUp(file),
    mover: moverOf(file).name,
    lastTime: r.chance(0.3)
      ? Object.fromEntries(valves.map((v) => [v.id, { lo: v.spec.nominalMm - 0.02, hi: v.spec.nominalMm + 0.02 }]))
      : {},
  };
  const opened = {
    cautions: cautionsFor(file, state, anyState ? lifters : null),
    tools: toolsFor(file, method),
    spec: targetWords(rulesOf(job), job, file),
    engine: engineWords(file),
    units: [specUnit(file.lash?.intake), specUnit(file.lash?.exhaust)],
  };
  const context: RunContext = {
    id: "job",
    engineId: "engine",
    file,
    job,
    state,
    temperatureC: state === "hot" ? 85 : null,
    method,
    sets: [set],
    openedAt: "2026-11-25T09:59:00.000Z",
    nowMs: Date.parse("2026-11-25T10:00:00Z"),
    airC: null,
    firstStart: [],
    licensed: null,
    order: null,
    lastTime: {},
    expectedMm: {},
    causes: [],
    ownCauses: [],
    lastTurnedIn: {},
    ownHand: null,
    earlierShiftsMm: [],
    engine,
    locking: lockingOf(file.adjuster),
    hand: {
      set,
      stacks: stacksOfSet(set),
      school: r.pick(["go-no-go", "drag", "overshoot"] as const),
      instrument: null,
    },
    rules: rulesOf(job),
    room: ROOMS[task.kind],
  };
  let first = true;
  const closers = jobAs(job, "opener-closer");
  /** Where it stands after a ledger that mostly grows: what is new is folded onto what was. */
  let at: { readonly entries: readonly Kept[]; readonly state: JobState } = { entries: [], state: jobState(job, []) };
  const stateAfter = (entries: readonly Kept[]): JobState => {
    const grown = at.entries.every((e, i) => entries[i] === e);
    const state = grown
      ? entries.slice(at.entries.length).reduce((before: JobState, e) => evolve(job, before, e), at.state)
      : jobState(job, entries);
    at = { entries: [...entries], state };
    return state;
  };
  return {
    Next: { kind: "", doubt: null },
    file,
    job,
    task: task.kind,
    valves: valves.map((v) => ({ id: v.id, nominalMm: v.spec.nominalMm })),
    refusal: (entries, entry, personId, nowMs) => refusal(job, stateAfter(entries), entry, { personId, nowMs }),
    live: (entries) => liveEntries(entries),
    stop: (entries) => stateAfter(entries).stop?.letter ?? "",
    pass: (entries, valve) => passAfter(stateAfter(entries).valves.get(valve)?.work ?? []),
    outOfBand: (entries) =>
      [...stateAfter(entries).valves.values()]
        .filter((v) => v.status === "read" && v.verdict !== "in")
        .map((v) => ({ id: v.valve.id, lastId: v.last?.id ?? "" })),
    look: (entries, asked, r) => {
      const state = stateAfter(entries);
      const next = nextThing(job, state, asked);
      const now: RunNow = {
        state,
        next,
        nowMs: asked.nowMs ?? 0,
        crankDeg: state.stop?.crankDeg ?? 0,
        learning: learningOf(context, entries, null, BOTH_ON),
        others: [],
        othersPause: null,
        allKept: true,
      };
      const tapped = next.kind === "read" ? tap(r, context, next.valve.valve.spec) : null;
      const choice = context.room.noChoice?.(context) ?? {};
      const instruction = instruct(context, now, tapped, { choice, override: null });
      const told = {
        ...(first ? { opened } : {}),
        next: view(next),
        stands: standsWords(job, state, next),
        asks: next.kind === "answer" ? next.question : null,
        told: instruction,
        marks: valveMarks(context, now, new Set(), tapped?.tapped ?? null),
        hot: hotSays(context, now),
        state: stateView(rulesOf(job), state),
      };
      first = false;
      const valve = valveOf(next);
      return {
        next: view(next),
        said: told,
        offers: valve === null ? [] : offersOf(instruction, valve, tapped?.tapped ?? null, state),
      };
    },
    sheet: (entries, refused) =>
      sheetOf({
        jobId: "job",
        shop: "Shop",
        serial: null,
        runningHours: 10,
        counterUnit: "h",
        geometry: [],
        buildCheck: null,
        file,
        job,
        state,
        temperatureC: null,
        method,
        feelerSets: [set.name],
        purpose: "routine",
        note: null,
        licensed: null,
        cautions: [],
        openedBy: "Ada",
        openedAt: "2026-11-25T09:59:00.000Z",
        entries,
        refused: refused.map(({ entry, why }, i) => ({
          batch: { id: entry.id, jobId: "job", person: "Ada", madeAt: MADE_AT, entries: [entry], why },
          dealt: DEALT[i % DEALT.length] ?? null,
        })),
      }),
    learned: (entries) => ({
      locks: lockShifts(entries),
      turns: knownTurns(entries, 0),
      biases: closers === null ? [] : closerBiases(closers.task.plan, entries),
    }),
  };
}

/** What each button would enter at the valve in hand: the reading that was tapped, and what was done about it. */
function offersOf(
  { button, choices }: Instruction,
  { valve, work }: ValveState,
  tapped: TappedReading | null,
  state: JobState,
): Entry[][] {
  const at = { supersedes: null, valve: valve.id, stop: state.stop?.letter ?? "" };
  const { fromMm: _, ...whole } = tapped?.whole ?? { fromMm: 0 };
  const read =
    tapped?.whole == null
      ? []
      : [
          {
            ...at,
            ...whole,
            id: "offered-reading",
            kind: "reading",
            pass: passAfter(work),
            reason: "as if",
          } as Entry,
        ];
  return [...(button === null ? [] : [button]), ...choices].flatMap(({ action }): Entry[][] => {
    if (action.kind === "note") return [read];
    if (action.kind === "lock") return [[...read, { ...at, id: "offered", kind: "locked" }]];
    if (action.kind !== "set") return [];
    const { turns, aimMm, locked } = action;
    return [[...read, { ...at, id: "offered", kind: "set", turns, aimMm, locked }]];
  });
}

function tap(r: Random, context: RunContext, spec: JobOf["valves"][number]["spec"]) {
  const at = Math.min(
    18,
    Math.max(0, Math.round(spec.nominalMm / (context.hand.set.leaves[0]?.mm ?? 0.05)) + r.int(-3, 3)),
  );
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
  const valve = valveOf(next);
  const own = valve?.own as { readonly stage?: string } | null | undefined;
  return {
    kind: next.kind === "task" ? next.step : next.kind,
    doubt: "at" in next && next.kind !== "confirm" ? (next.at?.doubt ?? null) : null,
    ...(valve === null
      ? {}
      : {
          valve: valve.valve.id,
          stage: own?.stage,
          lastId: valve.last?.id,
          readIn: valve.status === "read" && valve.verdict === "in",
          tooWide: valve.last !== null && middleOf(valve.last) > valve.valve.spec.nominalMm,
        }),
    ...("to" in next && next.to !== null
      ? { to: next.to.letter }
      : next.kind === "confirm"
        ? { to: next.at.letter }
        : {}),
    ...(next.kind === "wait" ? { remainingMs: next.remainingMs } : {}),
    ...(next.kind === "tighten" ? { part: next.part.name } : {}),
    ...(next.kind === "answer" ? { question: next.question.id } : {}),
    ...(next.kind === "check" ? { item: next.item } : {}),
  };
}

function stateView(rules: TaskRules, state: JobState): unknown {
  const { tally: _tally, live: _live, ...rest } = state;
  return {
    ...rest,
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
      rules.figure?.(v) ?? (v.last === null ? null : shortReading(v.last)),
      v.own,
    ]),
    stop: state.stop?.letter,
    paused: state.paused?.id,
    untightened: state.untightened.map((p) => p.name),
    checked: [...state.checked].map(([item, e]) => [item, e.id]),
    plugged: state.plugged?.id,
    closed: state.closed !== null,
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
  const shims = jobAs(job, "shims");
  if (shims === null) throw new RangeError("shimPicks: no job on shims");
  const { kind, diameterMm } = shims.task.plan;
  const offers = shimOffers(
    shims,
    jobState(job, entries),
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
    },
    { scope: null, buying: null, aim: wish.long ? "long-life" : "nominal", near: wish.near, stay: wish.stay },
  );
  return { picks: offers.plan.picks, plan: offers };
}
