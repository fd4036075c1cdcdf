/** The build check: an engine that goes together, line by line, before its first setting. */
import { parseLength } from "../../../units/length";
import type { RouteStop } from "../../../stops/route";
import { advance } from "../../../units/angle/arc";
import type { JobOf } from "../../job";
import type { EntryOf, LedgerEntry } from "../../ledger/entry";
import type { NextThing } from "../../next/next";
import type { JobState } from "../../state/state";
import type { TaskRules } from "../rules";
import { type CheckLine, type LineState, WANTED_DEG, linesAfter, neverRests } from "./line";
import type { BuildCheckTask } from "./plan";

type BuildCheck = JobOf<BuildCheckTask>;
type State = Pick<JobState, "live" | "stop">;

export const linesOf = ({ task }: BuildCheck, { live }: Pick<JobState, "live">): LineState[] =>
  linesAfter(task.plan.lines, live);

const clearAt = (stop: RouteStop | null | undefined, valve: string): number => stop?.margins[valve] ?? -1;

/** How far from its lobe every follower under a line is wanted: as a stop's margin, and less where its own stop has less. */
function wantedAt(job: BuildCheck, line: CheckLine): number {
  const own = stopOf(job, line);
  return Math.max(0, Math.min(WANTED_DEG, ...line.under.map((v) => clearAt(own, v))));
}

/** Those of a line's followers that are not clear of their lobes where the crank stands; all while nobody said where that is. */
export function liftedUnder(job: BuildCheck, line: CheckLine, { stop }: Pick<JobState, "stop">): readonly string[] {
  const wantedDeg = wantedAt(job, line);
  return line.under.filter((v) => clearAt(stop, v) < wantedDeg);
}

/** What must come before a line and is still open. */
export const openBefore = (lines: readonly LineState[], { after }: CheckLine): CheckLine[] =>
  lines.filter((l) => !l.done && after.includes(l.line.id)).map((l) => l.line);

/** Rounding, far below any leaf. */
const EPS_MM = 1e-6;

/** Why a line can't be ticked as the engine stands; null when it can. */
export function tickRefusal(job: BuildCheck, state: State, entry: EntryOf<"line-ticked">): string | null {
  const lines = linesOf(job, state);
  const at = lines.find((l) => l.line.id === entry.line);
  if (at === undefined) return "This check has no such line.";
  const { line, ticks, notHere, done } = at;
  if (notHere !== null) return `“${line.title}” was called not here: take that back first.`;
  if (done || entry.round !== ticks.length + 1)
    return `“${line.title}” was ticked meanwhile, on another device: look at it again.`;
  const [first] = openBefore(lines, line);
  if (first !== undefined) return `First: ${first.title}`;
  if (entry.reading !== null && line.reading === null) return "Nothing is measured at this line.";
  if (entry.reading === null && line.reading?.needed === true)
    return `Measure it first: ${line.reading.label.toLowerCase()}.`;
  if (entry.reading !== null && entry.reading.mm <= EPS_MM) return "There is no room at all: put it right first.";
  if (
    entry.reading !== null &&
    Math.abs((parseLength(entry.reading.text)?.mm ?? Infinity) - entry.reading.mm) > EPS_MM
  )
    return "The figure and what was typed are not the same length: type it once more.";
  return crankRefusal(job, state, line, entry);
}

/** What is bolted down over followers: only where they rest, and with a word of how where they never all do. */
function crankRefusal(
  job: BuildCheck,
  state: State,
  line: CheckLine,
  { stop, found }: EntryOf<"line-ticked">,
): string | null {
  if (line.under.length === 0) return null;
  if (neverRests(line))
    return found === null ? "No crank position lets all under it rest: say how the maker has it bolted down." : null;
  if (state.stop === null) return `Turn the crank to stop ${line.stop} first, and say so.`;
  if (stop !== null && stop !== state.stop.letter)
    return `The crank stands at stop ${state.stop.letter}, not ${stop}: look at it again.`;
  const lifted = liftedUnder(job, line, state);
  if (lifted.length === 0) return null;
  const wantedDeg = wantedAt(job, line);
  const others = job.route.filter((s) => line.under.every((v) => clearAt(s, v) >= wantedDeg)).map((s) => s.letter);
  const up = lifted.filter((v) => clearAt(state.stop, v) < 0);
  const words =
    up.length > 0
      ? `${up.join(", ")} ${up.length === 1 ? "is" : "are"} lifted`
      : `${lifted.join(", ")} ${lifted.length === 1 ? "is" : "are"} less than ${Math.round(wantedDeg)}° clear of the lobe`;
  return `Not here: at stop ${state.stop.letter} ${words}, and what is drawn down over a lifted follower cracks. Turn on to stop ${others.join(" or ")}, where all under it rest.`;
}

function notHereRefusal(job: BuildCheck, state: State, entry: EntryOf<"line-not-here">): string | null {
  const at = linesOf(job, state).find((l) => l.line.id === entry.line);
  if (at === undefined) return "This check has no such line.";
  return at.ticks.length > 0 || at.notHere !== null
    ? `“${at.line.title}” was answered already: take that back first.`
    : null;
}

/** A round is taken back before the one before it. */
function withdrawRefusal(live: readonly LedgerEntry[], { supersedes }: EntryOf<"withdrawn">): string | null {
  const at = live.findIndex((e) => e.id === supersedes);
  const target = live[at];
  if (target === undefined) return "That entry was taken back already.";
  const later = live.slice(at + 1);
  if (target.kind === "line-ticked" && later.some((e) => e.kind === "line-ticked" && e.line === target.line))
    return "Take back the later round of this line first.";
  return target.kind === "arrived" && later.length > 0 ? "Work was done after this: take that back first." : null;
}

/**
 * The line that was touched while it is open, else the first that is, with all that comes before it done. The crank is
 * turned no more than it must: of shafts that wait, what may go down where it stands, then what may at the next stop on.
 */
export function lineInTurn(job: BuildCheck, state: State, chosen: string | null): LineState | null {
  const lines = linesOf(job, state);
  const open = lines.filter((l) => !l.done);
  const touched = open.find((l) => l.line.id === chosen);
  if (touched !== undefined) return touched;
  const ready = open.filter((l) => openBefore(lines, l.line).length === 0);
  const first = ready[0] ?? open[0] ?? null;
  if (first === null || first.line.stop === null) return first;
  const from = state.stop?.crankDeg ?? 0;
  const awayDeg = ({ line }: LineState): number =>
    liftedUnder(job, line, state).length === 0 ? 0 : advance(from, stopOf(job, line)?.crankDeg ?? from, job.cycleDeg);
  return ready.filter((l) => l.line.stop !== null).reduce((a, b) => (awayDeg(b) < awayDeg(a) ? b : a), first);
}

const stopOf = ({ route }: BuildCheck, { stop }: CheckLine) => route.find((s) => s.letter === stop);

/** The line in turn, or the way to where it may be done. */
function nextLine(job: BuildCheck, state: JobState, chosen: string | null): NextThing<null> | null {
  const at = lineInTurn(job, state, chosen);
  if (at === null) return null;
  const { line } = at;
  const to = stopOf(job, line);
  const ready = openBefore(linesOf(job, state), line).length === 0;
  if (to !== undefined && ready && liftedUnder(job, line, state).length > 0) {
    const from = state.stop?.crankDeg ?? null;
    const turnDeg = from === null ? 0 : advance(from, to.crankDeg, job.cycleDeg);
    return { kind: "turn", to, turnDeg, first: from === null };
  }
  return { kind: "task", step: "line", line: line.id, valve: null, at: null, to: null };
}

const openTitles = (job: BuildCheck, state: State): string[] =>
  linesOf(job, state)
    .filter((l) => !l.done)
    .map((l) => l.line.title.replace(/\.$/, ""));

export const BUILD_CHECK: TaskRules<BuildCheckTask, null, "line"> = {
  judgedIn: "any-state",
  rereads: false,
  judgesReadings: false,
  turnsOver: false,
  questions: null,
  // Followers and pushrods may be in, whatever stands over them is not.
  gearAt: () => "off",
  ownAt: () => null,
  checks: ["cleared"],
  takes: ["line-ticked", "line-not-here"],
  sheetWork: "build-check",
  missing: openTitles,
  progress: (job, state) => {
    const lines = linesOf(job, state);
    return { done: lines.filter((l) => l.done).length, of: lines.length };
  },
  atStop: (job, state, stop) => {
    const here = linesOf(job, state).filter((l) => l.line.stop === stop.letter);
    return { done: here.filter((l) => l.done).length, of: here.length, names: here.map((l) => l.line.part) };
  },
  before: nextLine,
  stands: (job, state) => {
    const title = lineInTurn(job, state, null)?.line.title ?? "";
    return `Build check: ${title.charAt(0).toLowerCase()}${title.slice(1).replace(/\.$/, "")}`;
  },
  targetWords: ({ task }) => `Build check, ${task.plan.lines.length} lines`,
  refusals: {
    "line-ticked": tickRefusal,
    "line-not-here": notHereRefusal,
    withdrawn: (_job, state, entry) => withdrawRefusal(state.live, entry),
    "turned-over": () => "The two turns are a line of this check: tick it there.",
    tightened: () => "What is bolted down is a line of this check: tick it there.",
  },
  lines: (job, live) =>
    linesAfter(job.task.plan.lines, live).map(({ line, ticks, notHere }) => ({
      title: line.title,
      rounds: line.rounds,
      reading:
        ticks.flatMap((t) => (t.reading === null ? [] : [`${line.reading?.label ?? ""} ${t.reading.text}`])).at(-1) ??
        null,
      found: ticks.flatMap((t) => (t.found === null ? [] : [t.found])),
      notHere: notHere?.reason ?? null,
      entries: [...ticks, ...(notHere === null ? [] : [notHere])].map((e) => e.id),
    })),
};
