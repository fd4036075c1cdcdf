/**
 * Questions that readings raise by themselves, so that the evidence is looked at before it is adjusted
 * away: a valve unlike its siblings or its own past, no leaf going, all alike off, a re-check that moved.
 * A question is known by the reading that raised it; an answer is an entry.
 */
import type { ValveRole } from "../engine/engineFile";
import { MM_PER_INCH } from "../units/length";
import { median, robustSpread } from "../units/median";
import { type Entry, type ReadingEntry, isValveWork } from "./entry";
import { APART_MM } from "../shims/oneValve";
import { predictedLash } from "./foretold";
import { type Job, type JobValve, intervalOf, middleOf, verdictOf } from "./job";
import { capital, readingWords, valveName } from "./words";

export interface Question {
  readonly id: string;
  /** The valve that it is about; null when it is about all of them. */
  readonly valve: string | null;
  readonly text: string;
  /** What to look at, the likeliest first. */
  readonly checks: readonly string[];
  /** What may have been found; anything else is written. */
  readonly answers: readonly string[];
}

/** A deviation beyond this many robust ones is flagged, with a floor on the spread (record rule of the trade). */
const FLAGGED = 3.5;
const SPREAD_FLOOR_MM = 0.015;
/** Fewer siblings than this have no spread worth the name (assumed). */
const MIN_SIBLINGS = 4;
/** Lifters and pushrods differ by far more than lash does: a dry gap's floor is a part of its band (assumed). */
const DRY_GAP_SHARE = 1 / 8;
const spreadFloorMm = ({ work }: Job, bandMm: number): number =>
  work === "dry-gap" ? Math.max(SPREAD_FLOOR_MM, bandMm * DRY_GAP_SHARE) : SPREAD_FLOOR_MM;
/** A shift of all valves that feel and leaves do not explain (assumed: a step of a common set). */
const ALIKE_MM = 0.05;
/** A re-check that differs by more than this from what was left has moved (assumed). */
const MOVED_MM = 0.02;

const NOTHING = "Looked at it: nothing found";
const TIGHT_CHECKS = [
  "Is the crank at this stop, the follower on its heel? On a lobe every valve reads tight.",
  "Seat sinking, valve stretched or burnt: check compression or leak-down.",
];
const LOOSE_CHECKS = [
  "Lock slipped, or a part not seated: move the rocker by hand.",
  "Pushrod bent: spin it. Lobe, roller or tip worn: look at them.",
];
const TIGHT_ANSWERS = [NOTHING, "Seat or valve: to be watched", "Set wrong last time"];
const LOOSE_ANSWERS = [NOTHING, "Lock had slipped", "Pushrod, lobe or tip: to be watched"];

const DRY_GAP_ODD: Pick<Question, "checks" | "answers"> = {
  checks: [
    "Lifter not bled down, or its plunger not at the bottom: press it down again until it stays.",
    "Pushrod bent or not seated, tip or lobe worn: look at them.",
    "Another part fitted here before?",
  ],
  answers: [NOTHING, "Another part was fitted here", "Pushrod, tip or lobe: to be watched"],
};

/** The open questions of a job. `live` are the entries that stand, in order. */
export function questionsOf(job: Job, live: readonly Entry[]): Question[] {
  // A lifter has no lash: its plunger is judged where it stands, and nothing is adjusted away.
  if (job.work === "preload") return [];
  const answered = new Set(live.flatMap((e) => (e.kind === "answered" ? [e.question] : [])));
  return [...job.valves.flatMap((v) => questionsAt(job, live, v)), ...alike(job, live)].filter(
    (q) => !answered.has(q.id),
  );
}

function questionsAt(job: Job, live: readonly Entry[], valve: JobValve): Question[] {
  const work = live.filter((e) => isValveWork(e) && e.valve === valve.id);
  const readings = work.filter((e) => e.kind === "reading");
  const found = readings.find((r) => r.pass === "as-found");
  return [
    ...readings.flatMap((r) => zero(job, valve, r)),
    ...(job.shims === null && job.closing === null ? [] : unlikeForetold(job, work, valve)),
    ...(found === undefined || found.goes.mm === 0 ? [] : outlier(job, live, valve, found)),
    ...moved(job, work, valve),
  ];
}

const named = (job: Job, valve: JobValve): string => valveName(valve, job.valves);

function zero(job: Job, valve: JobValve, reading: ReadingEntry): Question[] {
  if (reading.goes.mm > 0) return [];
  return [
    {
      id: `zero:${reading.id}`,
      valve: valve.id,
      text: `No leaf goes at ${named(job, valve)}: the valve may be held open. Is the crank really at stop ${reading.stop}?`,
      checks: TIGHT_CHECKS,
      answers: ["Crank checked, follower on its heel: it is tight", "Seat or valve: to be watched"],
    },
  ];
}

/** How far a reading is from where this valve was left, or from nominal where that is not known for all. */
const offBy = (job: Job, valve: JobValve, reading: ReadingEntry, usePast: boolean): number => {
  const past = job.lastTime[valve.id];
  return middleOf(reading) - (usePast && past !== undefined ? (past.lo + past.hi) / 2 : valve.spec.nominalMm);
};

function outlier(job: Job, live: readonly Entry[], valve: JobValve, found: ReadingEntry): Question[] {
  const group = siblings(job, live, valve.role, found.valve);
  const usePast = group.every(({ valve: v }) => job.lastTime[v.id] !== undefined);
  const own = offBy(job, valve, found, usePast);
  const width = valve.spec.highMm - valve.spec.lowMm;
  if (group.length < MIN_SIBLINGS) {
    const far = usePast
      ? Math.abs(own) > width
      : found.noGo.mm < valve.spec.lowMm - width || found.goes.mm > valve.spec.highMm + width;
    return far
      ? [oddOne(job, valve, found, own, usePast ? "than it was left last time" : "than its band allows")]
      : [];
  }
  const all = group.map((g) => offBy(job, g.valve, g.found, usePast));
  const away = own - median(all);
  if (Math.abs(away) <= FLAGGED * Math.max(robustSpread(all), spreadFloorMm(job, width))) return [];
  return [
    oddOne(
      job,
      valve,
      found,
      away,
      usePast ? "since last time, unlike its siblings" : `than the other ${valve.role} valves`,
    ),
  ];
}

function oddOne(job: Job, valve: JobValve, found: ReadingEntry, away: number, from: string): Question {
  const tight = away < 0;
  return {
    id: `odd:${found.id}`,
    valve: valve.id,
    text: `${capital(named(job, valve))} reads ${readingWords(found)}: ${sizeWords(found, away)} ${tight ? "tighter" : "wider"} ${from}. Is it the right valve, at the right stop?`,
    ...(job.work === "dry-gap"
      ? DRY_GAP_ODD
      : { checks: tight ? TIGHT_CHECKS : LOOSE_CHECKS, answers: tight ? TIGHT_ANSWERS : LOOSE_ANSWERS }),
  };
}

/** A difference in the unit in which the valve was read. */
function sizeWords(reading: ReadingEntry, mm: number): string {
  const unit = reading.noGo.text.endsWith(" in") ? "in" : "mm";
  return unit === "in"
    ? `${(Math.abs(mm) / MM_PER_INCH).toFixed(3).replace(/^0/, "")} in`
    : `${Math.abs(mm).toFixed(2)} mm`;
}

/** As-found readings of a role that were there before this valve was touched: later ones come too late to ask. */
function siblings(
  job: Job,
  live: readonly Entry[],
  role: ValveRole,
  of: string,
): { valve: JobValve; found: ReadingEntry }[] {
  const touched = live.findIndex((e) => (e.kind === "set" || e.kind === "left") && e.valve === of);
  const before = touched === -1 ? live : live.slice(0, touched);
  return job.valves.flatMap((valve) => {
    const found =
      valve.role === role
        ? before.find((e) => e.kind === "reading" && e.valve === valve.id && e.pass === "as-found")
        : undefined;
    return found?.kind === "reading" ? [{ valve, found }] : [];
  });
}

/** A part was fitted and leaves another lash than the sum said: a wrong reading, dirt, or a part not seated. */
function unlikeForetold(job: Job, work: readonly Entry[], valve: JobValve): Question[] {
  return predictedLash(work).flatMap(({ achieved, predictedMm }) => {
    const now = intervalOf(achieved);
    const apart = Math.max(now.lo - predictedMm.hi, predictedMm.lo - now.hi);
    if (apart <= APART_MM + 1e-9) return [];
    return [
      {
        id: `part:${achieved.id}`,
        valve: valve.id,
        text: `${capital(named(job, valve))} reads ${readingWords(achieved)}, and its part should leave ${predictedMm.lo.toFixed(2)}–${predictedMm.hi.toFixed(2)} mm. What is wrong?`,
        checks: [
          "Dirt under it, or a part not seated: turn the cam once more.",
          "The part measured wrong, or put at another valve.",
          "The first reading was wrong.",
        ],
        answers: [
          "Seated anew, it reads so now",
          "The part was measured wrong",
          "The first reading was wrong",
          NOTHING,
        ],
      },
    ];
  });
}

function moved(job: Job, work: readonly Entry[], valve: JobValve): Question[] {
  return work.flatMap((e, i) => {
    if (e.kind !== "reading" || e.pass !== "re-check") return [];
    const before = work.slice(0, i).findLast((w) => w.kind === "reading");
    if (before?.kind !== "reading") return [];
    const [was, now] = [intervalOf(before), intervalOf(e)];
    const gap = Math.max(now.lo - was.hi, was.lo - now.hi);
    if (gap < MOVED_MM) return [];
    return [
      {
        id: `moved:${e.id}`,
        valve: valve.id,
        text: `${capital(named(job, valve))} was left at ${readingWords(before)} and now reads ${readingWords(e)}. What moved?`,
        checks: ["Lock not tight: try it.", "Another valve read, now or then, or the crank not at this stop."],
        answers: ["Lock was not tight", "Wrong valve or stop was read before", NOTHING],
      },
    ];
  });
}

/** All alike off, or alike moved since last time: the state, the instrument or another hand before wear. */
function alike(job: Job, live: readonly Entry[]): Question[] {
  const found = job.valves.flatMap((valve) => siblings(job, live, valve.role, "").filter((s) => s.valve === valve));
  const verdicts = new Set(found.map((s) => verdictOf(s.found, s.valve.spec)));
  const oneSide =
    found.length >= MIN_SIBLINGS && verdicts.size === 1 && (verdicts.has("loose") || verdicts.has("tight"));
  const drifts = found
    .filter((s) => job.lastTime[s.valve.id] !== undefined)
    .map((s) => offBy(job, s.valve, s.found, true));
  const shifted =
    drifts.length >= 2 &&
    drifts.length === found.length &&
    Math.abs(median(drifts)) >= ALIKE_MM &&
    drifts.every((d) => Math.sign(d) === Math.sign(drifts[0] ?? 0)) &&
    robustSpread(drifts) < ALIKE_MM;
  if (!oneSide && !shifted) return [];
  const [first] = found;
  const way =
    shifted && first !== undefined
      ? `${sizeWords(first.found, median(drifts))} ${median(drifts) > 0 ? "wider" : "tighter"} than it was left`
      : [...verdicts].join();
  if (job.work === "dry-gap") {
    return [
      {
        id: "alike",
        valve: null,
        text: `All ${found.length} gaps read so far are alike: ${way}. Are the lifters really bled down?`,
        checks: [
          "A lifter that holds oil takes up the gap: press its plunger down again until it stays.",
          "Is it the right set, read in the right unit?",
        ],
        answers: ["Bled down: plungers at the bottom", "Bled down anew: read again"],
      },
    ];
  }
  const hot =
    job.state === "cold"
      ? "Has the engine run today? Hot, it reads otherwise than cold."
      : "Is it still hot through? It cools while you work.";
  return [
    {
      id: "alike",
      valve: null,
      text: `All ${found.length} valves read so far are alike: ${way}. Is the engine really ${job.state}?`,
      checks: [
        hot,
        "Is it the right feeler set, read in the right unit?",
        "Did another person, with another hand, set it last time?",
      ],
      answers: [`It is ${job.state}: checked by hand or thermometer`, "Another person or another set last time"],
    },
  ];
}
