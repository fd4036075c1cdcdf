/** What a closed job found and left at each valve, from its ledger. Pure. */
import { lockShifts, ofValves } from "../ledger/learned";
import type { LifterResult } from "../../record/lifters";
import { type OwnCause, saysNoWear } from "../questions/ownCauses";
import type { EngineState } from "../../engine/engineFile";
import { offsetBy } from "../../heat/offset";
import { type KeptEntry, liveEntries } from "../ledger/entry";
import { intervalOf } from "../ledger/readings";
import { type Job, jobState, rulesOf } from "../run";
import { type ValveState, asLeft } from "../state/state";
import type { GapWork } from "../sheet/format";
import type { Purpose } from "../setup/purpose";
import { ANOTHER_ENGINE, type ValveResult } from "../../record/results";
import type { Interval } from "../../units/interval";

export interface JobResult {
  /** When it was closed, ISO 8601. */
  readonly closedAt: string;
  /** What it was about: a gap, a preload, a dry gap. */
  readonly work: GapWork;
  /** In what state the spec stands, through which readings of both states compare. */
  readonly specState: EngineState;
  readonly valves: readonly ValveResult[];
  /** What locking did, in mm, and under whose hand: the next job on the engine learns from it. */
  readonly lockShifts: readonly KeptLockShift[];
}

export interface KeptLockShift {
  readonly personId: string;
  readonly mm: number;
}

/** Answers that lay what was found to hands, locks or parts, and not to wear. */
export const NOT_WEAR = [
  "Set wrong last time",
  "Lock had slipped",
  "Lock was not tight",
  "Seated anew, it reads so now",
  "Wrong valve or stop was read before",
  "The first reading was wrong",
  "Another person or another set last time",
] as const;

/** Why a job looks at the lash, where what it finds is another engine than the one that was left. */
const NEW_LINE: Partial<Record<Purpose, string>> = {
  "after-work": ANOTHER_ENGINE.work,
  "first-start": ANOTHER_ENGINE.start,
};

const finite = (interval: Interval): Interval | null => (Number.isFinite(interval.hi) ? interval : null);

/** Null while a job is not closed. `own` are all answers that the shop ever had of its own. */
export function resultOf(
  job: Job,
  purpose: Purpose,
  entries: readonly KeptEntry[],
  own: readonly OwnCause[] = [],
): JobResult | null {
  const state = jobState(job, entries);
  const work = rulesOf(job).sheetWork;
  // What is done at no valve found and left nothing.
  if (state.closed === null || work === "build-check") return null;
  const live = liveEntries(entries);
  const closed = live.find((e) => e.kind === "closed");
  const madeBy = new Map(live.map((e) => [e.id, e.personId]));
  const valves = job.valves.map((valve): ValveResult => {
    const at = state.valves.get(valve.id);
    const [found, left] = [at?.asFound ?? null, at === undefined ? null : asLeft(at)];
    const answers = answersAt(live, valve.id);
    const notWear = answers.find(
      ({ reason, at: said }) => (NOT_WEAR as readonly string[]).includes(reason) || saysNoWear(own, reason, said),
    );
    return {
      valve: valve.id,
      role: valve.role,
      nominalMm: valve.spec.nominalMm,
      lowMm: valve.spec.lowMm,
      highMm: valve.spec.highMm,
      offsetMm: job.offset === null ? 0 : offsetBy(job.offset, job.state, valve.role),
      found: found === null ? null : finite(intervalOf(found)),
      left: left === null ? null : finite(intervalOf(left)),
      leftReading: left?.id ?? null,
      foundBy: found === null ? null : (madeBy.get(found.id) ?? null),
      leftBy: left === null ? null : (madeBy.get(left.id) ?? null),
      lifter: at === undefined ? null : lifterOf(job, at),
      timesSet: (at?.work ?? []).filter((e) => e.kind === "set" && e.turns !== 0).length,
      fittedMm: at?.fittedMm ?? null,
      answers: answers.map((a) => a.reason),
      breaks: NEW_LINE[purpose] ?? notWear?.reason ?? null,
    };
  });
  return {
    closedAt: closed?.at ?? "",
    work,
    specState: job.offset?.specState ?? job.state,
    valves,
    lockShifts: [...new Set(live.flatMap((e) => (e.kind === "locked" ? [e.personId] : [])))].flatMap((personId) =>
      lockShifts(ofValves(job, entries), personId).map(({ beforeMm, afterMm }) => ({
        personId,
        mm: afterMm - beforeMm,
      })),
    ),
  };
}

/** As it is kept: to a millionth, so that what is made again is the same. */
const kept = (figure: number | null): number | null => (figure === null ? null : Number(figure.toFixed(6)));

/** How deep a lifter was found and left, as the sheet of the job tells it. */
function lifterOf(job: Job, at: ValveState): LifterResult | null {
  const told = rulesOf(job).preload?.(job, at) ?? null;
  if (told === null) return null;
  const { foundTurns, foundMm, turns, plungerMm } = told;
  const counted = at.left !== null && plungerMm !== null;
  return {
    foundTurns: kept(foundTurns),
    foundMm: kept(foundMm),
    leftTurns: counted ? kept(turns) : null,
    leftMm: counted ? kept(plungerMm) : null,
  };
}

/** The answers to questions that a valve's readings raised, or that were about all valves. */
function answersAt(live: readonly KeptEntry[], valve: string): (KeptEntry & { kind: "answered" })[] {
  const read = new Map(live.flatMap((e) => (e.kind === "reading" ? [[e.id, e.valve] as const] : [])));
  return live.flatMap((e) => {
    if (e.kind !== "answered") return [];
    const [kind = "", reading = ""] = e.question.split(":");
    return kind === "alike" || read.get(reading) === valve ? [e] : [];
  });
}
