/** What the ledger takes. Browser and server ask the same question; the server's answer counts. */
import { readingProblem } from "../lash/reading";
import { marginAtStop } from "./marginAtStop";
import { type Entry, type LeftEntry, type ReadingEntry, type SetEntry, type WithdrawnEntry, liveEntries } from "./entry";
import { missing } from "./next";
import { type Job, passNow, runState, verdictOf } from "./state";

/** Null when the entry may be added, else a sentence that says what to do instead. */
export function refusal(job: Job, entries: readonly Entry[], entry: Entry): string | null {
  const live = liveEntries(entries);
  if (live.some((e) => e.kind === "closed")) return "This job is closed: its sheet stands. Start a new job for more work.";
  if (entry.kind !== "withdrawn" && entry.supersedes !== null && !live.some((e) => e.id === entry.supersedes)) {
    return "What this entry corrects was corrected already: look at the valve again.";
  }
  switch (entry.kind) {
    case "arrived":
      return job.route.some((s) => s.letter === entry.stop) ? null : `This job has no stop ${entry.stop}.`;
    case "reading":
      return readingRefusal(job, entries, entry);
    case "set":
      return setRefusal(job, live, entry);
    case "left":
      return leftRefusal(job, live, entry);
    case "withdrawn":
      return withdrawRefusal(live, entry);
    case "closed": {
      const open = missing(runState(job, entries)).map((v) => v.valve.id);
      return open.length === 0 ? null : `It can't be closed yet. No as-left for: ${open.join(", ")}.`;
    }
  }
}

function readingRefusal(job: Job, entries: readonly Entry[], entry: ReadingEntry): string | null {
  const valve = job.valves.find((v) => v.id === entry.valve);
  if (valve === undefined) return `Valve ${entry.valve} is not part of this job.`;
  const { goes, noGo } = entry;
  const problem = readingProblem({ goesMm: goes.mm, noGoMm: noGo.mm });
  if (problem !== null) return problem.why;
  const stop = runState(job, entries).stop;
  if (stop === null) return "Turn the crank to the first stop and say so before reading a valve.";
  if (stop.letter !== entry.stop) return `The crank stands at stop ${stop.letter}, not ${entry.stop}: take the reading again here.`;
  if (entry.pass !== passNow(entries, entry.valve)) return "This valve was worked on meanwhile: look at it again before you read on.";
  return entry.reason === null ? marginAtStop(job, stop, entry.valve).doubt : null;
}

function setRefusal(job: Job, live: readonly Entry[], entry: SetEntry): string | null {
  if (!job.valves.some((v) => v.id === entry.valve)) return `Valve ${entry.valve} is not part of this job.`;
  return lastOf(live, entry.valve)?.kind === "reading" ? null : `Read ${entry.valve} before its adjuster is turned.`;
}

function leftRefusal(job: Job, live: readonly Entry[], entry: LeftEntry): string | null {
  const valve = job.valves.find((v) => v.id === entry.valve);
  if (valve === undefined) return `Valve ${entry.valve} is not part of this job.`;
  const last = lastOf(live, entry.valve);
  if (last?.kind !== "reading" || last.id !== entry.reading) return `Read ${entry.valve} after locking before it is left.`;
  const verdict = verdictOf(last, valve.spec);
  if (verdict === "in" || entry.reason !== null) return null;
  return `${entry.valve} is ${verdict === "undecided" ? "not surely in its band" : verdict}: set it, or say why it is left so.`;
}

function withdrawRefusal(live: readonly Entry[], entry: WithdrawnEntry): string | null {
  const at = live.findIndex((e) => e.id === entry.supersedes);
  const target = live[at];
  if (target === undefined) return "That entry was taken back already.";
  if (target.kind === "arrived") {
    return at === live.length - 1 ? null : "Work was done at this stop: take that back first.";
  }
  const later = live.slice(at + 1).some((e) => "valve" in e && "valve" in target && e.valve === target.valve);
  return later ? "Take back what was done later at this valve first." : null;
}

const lastOf = (live: readonly Entry[], valve: string): Entry | undefined =>
  live.findLast((e) => "valve" in e && e.valve === valve);
