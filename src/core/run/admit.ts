/** What the ledger takes. Browser and server ask the same question; the server's answer counts. */
import { readingProblem } from "../lash/reading";
import { bleedRefusal, lifterLeftRefusal, turnInRefusal, zeroRefusal } from "./admitLifter";
import { missingToClose } from "./closing";
import {
  type AnsweredEntry,
  type CheckedEntry,
  type Entry,
  type FittedEntry,
  type LeftEntry,
  type LoadedEntry,
  type LockedEntry,
  type Made,
  type ReadingEntry,
  type SetEntry,
  type TightenedEntry,
  type WithdrawnEntry,
  isValveWork,
  liveEntries,
  onlyFelt,
} from "./entry";
import { marginAtStop } from "./marginAtStop";
import { MOST_AT_ONCE_MM } from "../shims/grind";
import { type Job, middleOf, offAim, verdictOf } from "./job";
import { type RunState, type ValveState, passNow, runState } from "./state";

/**
 * Null when the entry may be added, else a sentence that says what to do instead. `by` is the person
 * who makes it, where that counts: nobody signs what they closed themselves. `nowMs` is the shop's time:
 * with it, the crank stays where it is until squeezed lifters have bled down.
 */
export function refusal(
  job: Job,
  entries: readonly Made[],
  entry: Entry,
  by: string | null = null,
  nowMs = Infinity,
): string | null {
  const live = liveEntries<Made>(entries);
  const closed = live.find((e) => e.kind === "closed");
  if (entry.kind === "signed") return signRefusal(closed, live, by);
  if (closed !== undefined) return "This job is closed: its sheet stands. Start a new job for more work.";
  if (entry.kind !== "withdrawn" && entry.supersedes !== null && !live.some((e) => e.id === entry.supersedes)) {
    return "What this entry corrects was corrected already: look at the valve again.";
  }
  if (isValveWork(entry) && !job.valves.some((v) => v.id === entry.valve))
    return `Valve ${entry.valve} is not part of this job.`;
  switch (entry.kind) {
    case "arrived":
      return arrivalRefusal(job, entries, entry.stop, nowMs);
    case "reading":
      return readingRefusal(job, entries, entry);
    case "set":
      if (job.closing !== null) return "Nothing is turned here: openers and closers are exchanged.";
      if (job.work === "dry-gap") return "No screw sets this gap: fit a part of another length.";
      return job.work === "preload"
        ? turnInRefusal(job, runState(job, entries), entry)
        : setRefusal(job, entries, entry);
    case "zeroed":
      return zeroRefusal(job, runState(job, entries), entry);
    case "loaded":
      return loadedRefusal(job, runState(job, entries), entry);
    case "tried":
      if (job.closing === null) return "Closers are felt where valves are positively closed.";
      return runState(job, entries).valves.get(entry.valve)?.last == null
        ? `Read the opener gap of ${entry.valve} first.`
        : null;
    case "plugged":
      return job.closing === null ? "Holes are plugged and counted in a job on positively closed valves." : null;
    case "bridged":
      return job.bridged.includes(entry.valve) ? null : `There is no bridge at ${entry.valve}.`;
    case "fitted":
      if ((job.closing === null) !== (entry.part === null))
        return job.closing === null
          ? "Only a positively closed valve has an opener and a closer."
          : "Say whether it is the opener or the closer.";
      if (job.closing !== null) return setRefusal(job, entries, entry);
      return job.work === "dry-gap" || job.shims !== null
        ? setRefusal(job, entries, entry)
        : "No part sets the gap on this engine.";
    case "ordered":
      return job.work === "dry-gap" || job.shims !== null || job.closing !== null
        ? null
        : "Parts are ordered where they set the gap.";
    case "bled":
      return runState(job, entries).squeezed === null ? "No lifter has to bleed down here." : null;
    case "warmth":
      return null;
    case "locked":
      return lockRefusal(live, entry);
    case "left":
      return job.work === "preload"
        ? lifterLeftRefusal(runState(job, entries), live, entry)
        : leftRefusal(job, entries, entry);
    case "reopened":
    case "paused":
      return null;
    case "barred":
      return barRefusal(job, runState(job, entries)) ?? bleedRefusal(job, runState(job, entries), nowMs);
    case "tightened":
      return tightenRefusal(job, live, entry);
    case "answered":
      return answerRefusal(runState(job, entries), entry);
    case "checked":
      return checkRefusal(job, runState(job, entries), entry);
    case "withdrawn":
      return withdrawRefusal(live, entry);
    case "closed": {
      const missing = missingToClose(job, runState(job, entries));
      return missing.length === 0 ? null : `It can't be closed yet. ${missing.join(" ")}`;
    }
  }
}

function arrivalRefusal(job: Job, entries: readonly Made[], stop: string, nowMs: number): string | null {
  if (!job.route.some((s) => s.letter === stop)) return `This job has no stop ${stop}.`;
  const state = runState(job, entries);
  // To say that the crank still stands where it stood turns nothing.
  return state.stop?.letter === stop ? null : bleedRefusal(job, state, nowMs);
}

function readingRefusal(job: Job, entries: readonly Made[], entry: ReadingEntry): string | null {
  const { goes, noGo } = entry;
  if ((job.work === "preload") !== (entry.school === "wire"))
    return job.work === "preload"
      ? "A hydraulic lifter has no lash to read: hold wires to its plunger."
      : "Wires are held to the plunger of a hydraulic lifter only.";
  const problem = readingProblem({ goesMm: goes.mm, noGoMm: noGo.mm });
  if (problem !== null) return problem.why;
  const stop = runState(job, entries).stop;
  if (stop === null) return "Turn the crank to the first stop and say so before reading a valve.";
  if (stop.letter !== entry.stop)
    return `The crank stands at stop ${stop.letter}, not ${entry.stop}: take the reading again here.`;
  if (entry.pass !== passNow(entries, entry.valve))
    return `${entry.valve} was worked on meanwhile, on another device: look at it again before you read on.`;
  return entry.reason === null ? marginAtStop(job, stop, entry.valve).doubt : null;
}

function setRefusal(job: Job, entries: readonly Made[], entry: SetEntry | FittedEntry): string | null {
  const state = runState(job, entries);
  const valve = state.valves.get(entry.valve);
  const status = valve?.status;
  // A valve that is in its band may give its part to another, and take one of theirs.
  const gives = entry.kind === "fitted" && (job.shims !== null || job.closing !== null) && valve?.last != null;
  if (status !== "read" && status !== "ready" && !gives) return `Read ${entry.valve} before its adjuster is turned.`;
  if (valve?.bridgeOpen === true)
    return `Look at the bridge of ${entry.valve} before its lash is set: both valves touching.`;
  const question = state.questions.find((q) => q.valve === entry.valve);
  if (question !== undefined) return `Answer this before it is adjusted away: ${question.text}`;
  const ground = job.grinds && entry.kind === "set" ? grindRefusal(valve, entry) : null;
  if (ground !== null) return ground;
  return state.surveying
    ? `This job reads every valve as found first. ${entry.valve} is set once all are read.`
    : null;
}

/** What is ground off can't be put back: never much at once, and never past the aim. */
function grindRefusal(valve: ValveState | undefined, { aimMm }: SetEntry): string | null {
  if (valve?.last == null) return null;
  // Too wide: the seat was recut, or another valve fitted.
  if (aimMm === null) return middleOf(valve.last) > valve.valve.spec.nominalMm ? null : "Say how far it is ground.";
  const offMm = aimMm - middleOf(valve.last);
  if (offMm > MOST_AT_ONCE_MM + 1e-6)
    return `Not more than ${MOST_AT_ONCE_MM} mm at once: it can't be put back. Read again, then take the next step.`;
  return aimMm > valve.valve.spec.highMm + 1e-6
    ? `That would be past the band of ${valve.valve.id}, and what is ground off can't be put back.`
    : null;
}

function loadedRefusal(job: Job, state: RunState, entry: LoadedEntry): string | null {
  const valve = state.valves.get(entry.valve);
  if (job.closing === null) return "The loaded gap is read where valves are positively closed.";
  if (valve?.last == null || valve.pair?.opener === null)
    return `Read the opener gap of ${entry.valve} first, with nothing pressed.`;
  if (state.stop?.letter !== entry.stop)
    return `The crank does not stand at stop ${entry.stop}: read both gaps again here.`;
  const problem = readingProblem({ goesMm: entry.goes.mm, noGoMm: entry.noGo.mm });
  if (problem !== null) return problem.why;
  if (valve.last.goes.mm === 0)
    return "With no opener gap the loaded gap means nothing: fit a thinner opener first, then read both again.";
  return entry.noGo.mm <= valve.last.goes.mm
    ? "The loaded gap can't be below the opener gap: press the closing rocker home and read both again."
    : null;
}

function lockRefusal(live: readonly Made[], entry: LockedEntry): string | null {
  const last = lastOf(live, entry.valve);
  const loose = (last?.kind === "set" && !last.locked) || (last?.kind === "reading" && last.pass === "set");
  return loose ? null : `The lock of ${entry.valve} is not loose: look at it again.`;
}

function leftRefusal(job: Job, entries: readonly Made[], entry: LeftEntry): string | null {
  const state = runState(job, entries);
  const valve = state.valves.get(entry.valve);
  const last = lastOf(liveEntries(entries), entry.valve);
  if (valve === undefined || last?.kind !== "reading" || last.id !== entry.reading)
    return `Read ${entry.valve} after locking before it is left.`;
  if (last.pass === "set") return `The lock of ${entry.valve} is loose: tighten it and read again before it is left.`;
  const question = state.questions.find((q) => q.valve === entry.valve);
  if (question !== undefined) return `Answer this before it is left: ${question.text}`;
  const verdict = verdictOf(last, valve.valve.spec);
  if (entry.reason !== null) return null;
  if (valve.pair !== null && valve.pair.stage !== "right")
    return `The closer of ${entry.valve} is not found right yet: turn the cam over it and say what is felt, or say why it is left so.`;
  if (verdict !== "in")
    return `${entry.valve} is ${verdict === "undecided" ? "not surely in its band" : verdict}: set it, or say why it is left so.`;
  return offAim(job, last, valve.valve.spec)
    ? `${entry.valve} is in its band, but this job wants all within ${job.allToAimMm} mm of the aim: set it, or say why it is left so.`
    : null;
}

function barRefusal(job: Job, state: RunState): string | null {
  // Parts are seated before they are read again.
  const seats = job.shims !== null && state.unseated;
  const open = [...state.valves.values()]
    .filter(
      (v) => v.status !== "left" && v.status !== "due" && !(seats && (v.status === "set" || v.status === "read")),
    )
    .map((v) => v.valve.id);
  return open.length === 0 ? null : `First finish what is open: ${open.join(", ")}.`;
}

function tightenRefusal(job: Job, live: readonly Made[], entry: TightenedEntry): string | null {
  const part = job.parts.find((p) => p.name === entry.part);
  if (part === undefined) return `This engine has no ${entry.part} that is tightened after setting.`;
  const open = part.valves.filter(
    (id) => job.valves.some((v) => v.id === id) && !["left", "reopened"].includes(lastOf(live, id)?.kind ?? ""),
  );
  return open.length === 0 ? null : `First finish the valves under it: ${open.join(", ")}.`;
}

const answerRefusal = (state: RunState, entry: AnsweredEntry): string | null =>
  state.questions.some((q) => q.id === entry.question)
    ? null
    : "This question is answered already, or its reading was taken back.";

function checkRefusal(job: Job, state: RunState, entry: CheckedEntry): string | null {
  if (entry.item === "recheck") {
    if (entry.reason === null) return "Say why the re-check is left out.";
    return state.barNeeded ? barRefusal(job, state) : "The re-check was begun already.";
  }
  if (entry.item === "plugs" && job.closing === null) return "No holes were plugged in this job.";
  const open = [...state.valves.values()].filter((v) => v.status !== "left").map((v) => v.valve.id);
  return open.length === 0 ? null : `First finish what is open: ${open.join(", ")}.`;
}

function withdrawRefusal(live: readonly Made[], entry: WithdrawnEntry): string | null {
  const at = live.findIndex((e) => e.id === entry.supersedes);
  const target = live[at];
  if (target === undefined) return "That entry was taken back already.";
  const later = live.slice(at + 1);
  if (target.kind === "arrived" || target.kind === "barred" || target.kind === "tightened") {
    return later.length === 0 ? null : "Work was done after this: take that back first.";
  }
  if (target.kind === "fitted" && (target.partFrom !== null || target.part !== null))
    return `The drawers were told already: fit another part at ${target.valve} instead.`;
  return isValveWork(target) && later.some((e) => isValveWork(e) && e.valve === target.valve)
    ? "Take back what was done later at this valve first."
    : null;
}

function signRefusal(closed: Made | undefined, live: readonly Made[], by: string | null): string | null {
  if (closed === undefined) return "Close the job before it is signed.";
  if (live.some((e) => e.kind === "signed")) return "This job was signed already.";
  return by !== null && "personId" in closed && closed.personId === by
    ? "Whoever closed the job can't sign it: a second person checks it."
    : null;
}

const lastOf = (live: readonly Made[], valve: string): Made | undefined =>
  live.findLast((e) => isValveWork(e) && e.valve === valve && !onlyFelt(e));
