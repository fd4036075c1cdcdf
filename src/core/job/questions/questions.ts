/**
 * Questions that readings raise by themselves: a valve unlike the others of its role or its own past, no leaf going,
 * all alike off, a re-check that moved. A question is known by the reading that raised it and judged by what was known
 * then, so that it does not come and go; an answer is an entry.
 */
import { median, robustSpread } from "../../units/median";
import { MM_PER_INCH } from "../../units/length";
import type { AnyTask, JobOf, JobValve } from "../job";
import {
  type LedgerEntry,
  type LedgerValveEntry,
  type ReadingEntry,
  changesLash,
  isValveEntry,
} from "../ledger/entry";
import { intervalOf, middleOf, verdictOf, mayBeHeldOpen } from "../ledger/readings";
import { underWords, verdictOn } from "../words/heights";
import { capital, valveName } from "../words/names";
import { readingWords, readIn } from "../words/readings";
import { NOTHING_FOUND, type Question } from "./question";

/** What the questions ask of a kind of work. */
export interface QuestionRules<T extends AnyTask = AnyTask> {
  /** Null where readings raise no question: nothing is adjusted away by them. */
  readonly questions: TaskQuestions<T> | null;
}

export interface TaskQuestions<T extends AnyTask = AnyTask> {
  /** The least spread that counts between siblings, in mm, for a band of this width. */
  spreadFloorMm(bandMm: number): number;
  /** What to look at, and what may be found, at one unlike the others. */
  odd(side: "tight" | "loose", job: JobOf<T>): Pick<Question, "checks" | "answers">;
  /** What may have moved where a re-check differs from what was left. */
  readonly moved: Pick<Question, "checks" | "answers">;
  /** Of all alike off: `way` says how. */
  alike(job: JobOf<T>, count: number, way: string): Omit<Question, "id" | "valve" | "side">;
  /** What this kind of work asks beside, at one valve; `work` is what stands there in order. */
  more?(job: JobOf<T>, valve: JobValve, work: readonly LedgerEntry[]): readonly Question[];
}

/** A deviation beyond this many robust ones is flagged (record rule of the trade). */
export const FLAGGED = 3.5;
/** Fewer siblings than this have no spread worth the name (assumed). */
export const MIN_SIBLINGS = 4;
/** A shift of all valves that feel and leaves do not explain (assumed: a step of a common set). */
export const ALIKE_MM = 0.05;
/** A re-check that differs by this or more from what was left has moved (assumed). */
export const MOVED_MM = 0.02;
/** Between figures that are sums of decimal leaves. */
const EPS_MM = 1e-9;

const TIGHT_CHECKS = [
  "Is the crank at this stop, the follower on its base circle? On a lobe every valve reads tight.",
  "Seat sinking, valve stretched or burnt: check compression or leak-down.",
];

/** The open questions of a job. `live` are the entries that stand, in order. */
export function questionsOf(rules: QuestionRules, job: JobOf, live: readonly LedgerEntry[]): Question[] {
  const asks = rules.questions;
  if (asks === null) return [];
  const answered = new Set(live.flatMap((e) => (e.kind === "answered" ? [e.question] : [])));
  const at = workAtValves(job, live);
  const found = foundIn(at);
  return [...at.flatMap((a) => questionsAt(asks, job, a, found)), ...alike(asks, job, found)].filter(
    (q) => !answered.has(q.id),
  );
}

/** What stands at one valve, in order, each with its place among all. */
interface AtValve {
  readonly valve: JobValve;
  readonly work: readonly { readonly entry: LedgerValveEntry; readonly place: number }[];
}

function workAtValves(job: JobOf, live: readonly LedgerEntry[]): AtValve[] {
  const work = new Map(job.valves.map((v) => [v.id, [] as { entry: LedgerValveEntry; place: number }[]]));
  live.forEach((entry, place) => {
    if (isValveEntry(entry)) work.get(entry.valve)?.push({ entry, place });
  });
  return job.valves.map((valve) => ({ valve, work: work.get(valve.id) ?? [] }));
}

function questionsAt(asks: TaskQuestions, job: JobOf, at: AtValve, all: readonly Sibling[]): Question[] {
  const { valve } = at;
  const work = at.work.map((w) => w.entry);
  const readings = work.filter((e) => e.kind === "reading");
  const own = all.find((s) => s.valve.id === valve.id);
  return [
    ...readings.flatMap((r) => noLeafGoes(job, valve, r)),
    ...(asks.more?.(job, valve, work) ?? []),
    ...(own === undefined || own.found.goes.mm === 0 ? [] : outlier(asks, job, siblings(at, own, all), own)),
    ...moved(asks, job, work, valve),
  ];
}

const named = (job: JobOf, valve: JobValve): string => valveName(valve, job.valves);

function noLeafGoes(job: JobOf, valve: JobValve, reading: ReadingEntry): Question[] {
  if (!mayBeHeldOpen(reading, valve.spec)) return [];
  const { text, checks, answers } = valve.role === "injector" ? pressedDown(job, valve) : heldOpen(job, valve);
  const asked = `${text} Is the crank really at stop ${reading.stop}?`;
  return [{ id: `zero:${reading.id}`, valve: valve.id, text: asked, side: "tight", checks, answers }];
}

type Doubt = Pick<Question, "text" | "checks" | "answers">;

const heldOpen = (job: JobOf, valve: JobValve): Doubt => ({
  text: `No leaf goes at ${named(job, valve)}: the valve may be held open.`,
  checks: TIGHT_CHECKS,
  answers: ["Crank checked, follower on its base circle: it is tight", "Seat or valve: to be watched"],
});

const pressedDown = (job: JobOf, valve: JobValve): Doubt => ({
  text: `No leaf goes${underWords(valve.block)} at ${named(job, valve)}: it ${valve.block === undefined ? "may be held down" : "stands high"}.`,
  checks: injectorChecks(valve),
  answers: [
    `Crank checked, follower on its base circle: it ${verdictOn(valve, "tight")}`,
    "Plunger or follower: to be watched",
  ],
});

/** What makes an injector's or a pump's follower read otherwise: it has no seat and no spring of a valve. */
const injectorChecks = ({ block }: JobValve): Question["checks"] => [
  "Is the crank at this stop, the follower on its base circle?",
  ...(block === undefined
    ? []
    : ["Datum, block and follower clean; the block flat, and nothing pressed while it is read."]),
  "Plunger or follower sticking, lobe or roller worn: look at them.",
];

/** How far a reading is from where this valve was left, or from nominal where that is not known for all. */
const offBy = (job: JobOf, valve: JobValve, reading: ReadingEntry, usePast: boolean): number => {
  const past = job.lastTime[valve.id];
  return middleOf(reading) - (usePast && past !== undefined ? (past.lo + past.hi) / 2 : valve.spec.nominalMm);
};

/** @param group its siblings, itself among them */
function outlier(asks: TaskQuestions, job: JobOf, group: readonly Sibling[], { valve, found }: Sibling): Question[] {
  const usePast = group.every(({ valve: v }) => job.lastTime[v.id] !== undefined);
  const own = offBy(job, valve, found, usePast);
  const width = valve.spec.highMm - valve.spec.lowMm;
  if (group.length < MIN_SIBLINGS) {
    const far = usePast
      ? Math.abs(own) > width
      : found.noGo.mm < valve.spec.lowMm - width || found.goes.mm > valve.spec.highMm + width;
    return far ? [oddOne(asks, job, valve, found, own, usePast ? "than it was left last time" : "than nominal")] : [];
  }
  const all = group.map((g) => offBy(job, g.valve, g.found, usePast));
  const away = own - median(all);
  if (Math.abs(away) <= FLAGGED * Math.max(robustSpread(all), asks.spreadFloorMm(width))) return [];
  const from = usePast
    ? `since last time, unlike the other ${valve.role} valves`
    : `than the other ${valve.role} valves`;
  return [oddOne(asks, job, valve, found, away, from)];
}

function oddOne(
  asks: TaskQuestions,
  job: JobOf,
  valve: JobValve,
  found: ReadingEntry,
  away: number,
  from: string,
): Question {
  const side = away < 0 ? "tight" : "loose";
  return {
    id: `odd:${found.id}`,
    side,
    valve: valve.id,
    text: `${capital(named(job, valve))} reads ${readingWords(found)}: about ${sizeWords(found, away)} ${side === "tight" ? "tighter" : "wider"} ${from}. Is it the right valve, at the right stop?`,
    ...(valve.role === "injector"
      ? { checks: injectorChecks(valve), answers: [NOTHING_FOUND, "Plunger, follower or lobe: to be watched"] }
      : asks.odd(side, job)),
  };
}

/** A difference in the unit in which the valve was read. */
function sizeWords(reading: ReadingEntry, mm: number): string {
  const unit = readIn(reading);
  return unit === "in"
    ? `${(Math.abs(mm) / MM_PER_INCH).toFixed(3).replace(/^0/, "")} in`
    : `${Math.abs(mm).toFixed(2)} mm`;
}

/** A valve by its first reading as found, and the place of that among all that stands. */
interface Sibling {
  readonly valve: JobValve;
  readonly found: ReadingEntry;
  readonly place: number;
}

/** As-found readings of a role that were there before this valve was touched after its own: later ones come too late to ask. */
function siblings({ valve, work }: AtValve, own: Sibling, all: readonly Sibling[]): Sibling[] {
  const touched = work.find((w) => w.place > own.place && (changesLash(w.entry) || w.entry.kind === "left"));
  return all.filter((s) => s.valve.role === valve.role && (touched === undefined || s.place < touched.place));
}

/** The first as-found reading of every valve that has one. */
const foundIn = (at: readonly AtValve[]): Sibling[] =>
  at.flatMap(({ valve, work }) => {
    const first = work.find((w) => w.entry.kind === "reading" && w.entry.pass === "as-found");
    return first?.entry.kind === "reading" ? [{ valve, found: first.entry, place: first.place }] : [];
  });

function moved(asks: TaskQuestions, job: JobOf, work: readonly LedgerEntry[], valve: JobValve): Question[] {
  return work.flatMap((e, i) => {
    if (e.kind !== "reading" || e.pass !== "re-check") return [];
    const before = work.slice(0, i).findLast((w) => w.kind === "reading");
    if (before?.kind !== "reading") return [];
    const [was, now] = [intervalOf(before), intervalOf(e)];
    const gapMm = Math.max(now.lo - was.hi, was.lo - now.hi);
    if (gapMm < MOVED_MM - EPS_MM) return [];
    return [
      {
        id: `moved:${e.id}`,
        valve: valve.id,
        side: null,
        text: `${capital(named(job, valve))} was left at ${readingWords(before)} and now reads ${readingWords(e)}. What moved?`,
        ...asks.moved,
      },
    ];
  });
}

/** All alike off, or alike moved since last time: the state, the instrument or another hand before wear. */
function alike(asks: TaskQuestions, job: JobOf, found: readonly Sibling[]): Question[] {
  const verdicts = new Set(found.map((s) => verdictOf(s.found, s.valve.spec)));
  const oneSide =
    found.length >= MIN_SIBLINGS && verdicts.size === 1 && (verdicts.has("loose") || verdicts.has("tight"));
  const shiftMm = shiftOfAll(job, found);
  const [first] = found;
  if (first === undefined || (!oneSide && shiftMm === null)) return [];
  const way =
    shiftMm === null
      ? [...verdicts].join()
      : `${sizeWords(first.found, shiftMm)} ${shiftMm > 0 ? "wider" : "tighter"} than it was left`;
  return [{ id: "alike", valve: null, side: null, ...asks.alike(job, found.length, way) }];
}

/** How far all have moved alike since last time, in mm; null when they have not, or it is not known of all. */
function shiftOfAll(job: JobOf, found: readonly Sibling[]): number | null {
  const drifts = found
    .filter((s) => job.lastTime[s.valve.id] !== undefined)
    .map((s) => offBy(job, s.valve, s.found, true));
  if (drifts.length < 2 || drifts.length < found.length) return null;
  const middle = median(drifts);
  const sameWay = drifts.every((d) => Math.sign(d) === Math.sign(drifts[0] ?? 0));
  return sameWay && Math.abs(middle) >= ALIKE_MM && robustSpread(drifts) < ALIKE_MM ? middle : null;
}
