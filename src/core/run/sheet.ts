/** The finished job as a sheet: what was found and left at every valve, by whom, with what. Also the JSON that is taken away. */
import type { EngineFile, ValveRole } from "../engine/engineFile";
import { lockShift } from "../lash/learn";
import { METHODS } from "../stops/methods";
import type { ServingOrder } from "../stops/orders";
import { sightWords } from "../stops/sight";
import { CLOSE_ITEM_NAMES } from "./closing";
import { lockShifts } from "./learned";
import type { Purpose } from "./purpose";
import { questionsOf } from "./questions";
import { readingWords } from "./words";
import type { MethodId } from "../stops/plan";
import type { KeptEntry, ReadingEntry } from "./entry";
import { liveEntries } from "./entry";
import { plungerTravelMm } from "../preload/gear";
import { type ZeroSchool, apartWords, otherSchool } from "../preload/zeroLash";
import { type Job, type Work, verdictOf } from "./job";
import { offsetWords } from "./offsetWords";
import { spreadWords } from "./spread";
import { type SheetPreload, countedPreload, foundPreload, partWords, sheetPreload } from "./sheetLifter";
import { runState } from "./state";

export const SHEET_FORMAT = "fulcrata-sheet/1";

export interface SheetReading {
  /** As it was felt: "0.55–0.60 mm", "0.45 mm light drag". */
  readonly read: string;
  readonly school: ReadingEntry["school"] | ZeroSchool;
  /** What it was read with. */
  readonly instrument: string;
  readonly goes: string;
  readonly noGo: string;
  readonly goesMm: number;
  readonly noGoMm: number;
  readonly verdict: string;
  readonly by: string;
  readonly at: string;
}
export interface SheetValve {
  readonly valve: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  readonly nominalMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  readonly stop: string | null;
  readonly asFound: SheetReading | null;
  readonly asLeft: SheetReading | null;
  /** How often the adjuster was turned. */
  readonly timesSet: number;
  /** How the preload was set; null in other work. */
  readonly preload: SheetPreload | null;
  /** The part that was fitted, in words; null where none was. */
  readonly part: string | null;
  /** Reasons given for reading or leaving it against the rule. */
  readonly reasons: readonly string[];
}
/** Something that was said or done beside reading and setting. */
export interface SheetNote {
  readonly at: string;
  readonly by: string;
  readonly what: string;
}
export interface Sheet {
  readonly format: typeof SHEET_FORMAT;
  readonly work: Work;
  /** Through what readings were judged, in words; null where they were taken in the spec's own state. */
  readonly offset: string | null;
  /** Whoever is licensed to release the work; null where nobody must be named. */
  readonly licensed: string | null;
  /** How even the preload is, in words; null in other work. */
  readonly spread: string | null;
  readonly job: string;
  readonly shop: string;
  readonly engine: { readonly name: string; readonly serial: string | null; readonly runningHours: number | null };
  readonly state: "cold" | "hot";
  readonly temperatureC: number | null;
  readonly specSource: string | null;
  /** Other sources that were known and did not rule. */
  readonly otherSources: readonly string[];
  readonly purpose: Purpose;
  readonly note: string | null;
  readonly survey: boolean;
  readonly allToAimMm: number | null;
  readonly method: string;
  readonly servingOrder: ServingOrder;
  readonly requiredMarginDeg: number;
  readonly stops: readonly { readonly letter: string; readonly crankDeg: number; readonly watched: string | null }[];
  readonly feelerSets: readonly string[];
  readonly cautionsAccepted: readonly string[];
  readonly openedBy: string;
  readonly openedAt: string;
  readonly closedBy: string | null;
  readonly closedAt: string | null;
  readonly signedBy: string | null;
  readonly signedAt: string | null;
  /** The middle of what locking did, where it was read before and after; null where not. */
  readonly lockShiftMm: number | null;
  readonly notes: readonly SheetNote[];
  readonly valves: readonly SheetValve[];
}

export interface SheetSource {
  readonly jobId: string;
  readonly shop: string;
  readonly serial: string | null;
  readonly runningHours: number | null;
  readonly file: EngineFile;
  readonly job: Job;
  readonly state: "cold" | "hot";
  readonly temperatureC: number | null;
  readonly method: MethodId;
  /** The job's own set first. */
  readonly feelerSets: readonly [string, ...string[]];
  readonly purpose: Purpose;
  readonly note: string | null;
  readonly licensed: string | null;
  readonly cautions: readonly string[];
  readonly openedBy: string;
  readonly openedAt: string;
  readonly entries: readonly KeptEntry[];
  /** Names by person id. */
  readonly names: ReadonlyMap<string, string>;
}

export function sheetOf(source: SheetSource): Sheet {
  const { job, entries, names, file } = source;
  const live = liveEntries(entries);
  const state = runState(job, entries);
  const nameOf = (id: string): string => names.get(id) ?? "somebody";
  const closed = live.find((e) => e.kind === "closed");
  const signed = live.find((e) => e.kind === "signed");
  const told = (reading: ReadingEntry | null, spec: Job["valves"][number]["spec"]): SheetReading | null => {
    const kept = entries.find((e) => e.id === reading?.id);
    if (reading === null || kept === undefined) return null;
    return {
      read: readingWords(reading),
      school: reading.school,
      instrument: reading.instrument ?? source.feelerSets[0],
      goes: reading.goes.text,
      noGo: reading.noGo.text,
      goesMm: reading.goes.mm,
      noGoMm: reading.noGo.mm,
      verdict: reading.school === "wire" ? PLUNGER_VERDICT[verdictOf(reading, spec)] : verdictOf(reading, spec),
      by: nameOf(kept.personId),
      at: kept.at,
    };
  };
  const valves = job.valves.map((valve): SheetValve => {
    const s = state.valves.get(valve.id);
    const work = live.filter((e) => "valve" in e && e.valve === valve.id);
    return {
      valve: valve.id,
      cylinder: valve.cylinder,
      role: valve.role,
      nominalMm: valve.spec.nominalMm,
      lowMm: valve.spec.lowMm,
      highMm: valve.spec.highMm,
      stop: work.findLast((e) => "stop" in e)?.stop ?? null,
      asFound: told(s?.asFound ?? null, valve.spec) ?? foundPreload(job, entries, s, nameOf),
      asLeft:
        s?.left == null
          ? null
          : s.left.reading === s.last?.id
            ? told(s.last, valve.spec)
            : countedPreload(entries, s, nameOf),
      preload: sheetPreload(job, s?.preload ?? null),
      part: partWords(job, work),
      timesSet: work.filter((e) => e.kind === "set" || e.kind === "fitted").length,
      reasons: work.flatMap((e) => ("reason" in e && e.reason !== null ? [e.reason] : [])),
    };
  });
  return {
    format: SHEET_FORMAT,
    work: job.work,
    offset: job.offset === null ? null : offsetWords(job.offset, job.state),
    licensed: source.licensed,
    spread: spreadWords(job, state),
    job: source.jobId,
    shop: source.shop,
    engine: { name: file.name, serial: source.serial, runningHours: source.runningHours },
    state: source.state,
    temperatureC: source.temperatureC,
    specSource: file.lash?.source ?? null,
    otherSources: (file.otherLash ?? []).map((l) => l.source ?? "no source named"),
    purpose: source.purpose,
    note: source.note,
    survey: job.survey,
    allToAimMm: job.allToAimMm,
    method: METHODS[source.method].name,
    servingOrder: job.order,
    requiredMarginDeg: job.requiredMarginDeg,
    stops: job.route.map(({ letter, crankDeg, sights = [] }) => ({
      letter,
      crankDeg,
      watched: sights.length === 0 ? null : sights.map(sightWords).join(", and "),
    })),
    feelerSets: source.feelerSets,
    cautionsAccepted: source.cautions,
    openedBy: source.openedBy,
    openedAt: source.openedAt,
    closedBy: closed === undefined ? null : nameOf(closed.personId),
    closedAt: closed?.at ?? null,
    signedBy: signed === undefined ? null : nameOf(signed.personId),
    signedAt: signed?.at ?? null,
    lockShiftMm: lockShift(lockShifts(live)),
    notes: live.flatMap((e, i) => noteOf(job, live, e, i, nameOf)).reduce<SheetNote[]>(joined, []),
    valves,
  };
}

function noteOf(
  job: Job,
  live: readonly KeptEntry[],
  entry: KeptEntry,
  index: number,
  nameOf: (id: string) => string,
): SheetNote[] {
  const what = noteWords(job, live, entry, index);
  return what === null ? [] : [{ at: entry.at, by: nameOf(entry.personId), what }];
}

/** Wires are judged as a gap is; a plunger is told of otherwise. */
const PLUNGER_VERDICT = { in: "in", tight: "shallow", loose: "deep", undecided: "undecided" } as const;

const CHECKED = "Before closing: ";

/** What one person checked before closing stands on one line. */
function joined(notes: SheetNote[], note: SheetNote): SheetNote[] {
  const last = notes.at(-1);
  const together = last?.by === note.by && last.what.startsWith(CHECKED) && note.what.startsWith(CHECKED);
  return together
    ? [...notes.slice(0, -1), { ...last, what: `${last.what}; ${note.what.slice(CHECKED.length)}` }]
    : [...notes, note];
}

function noteWords(job: Job, live: readonly KeptEntry[], entry: KeptEntry, index: number): string | null {
  switch (entry.kind) {
    case "paused":
      return `Paused: ${entry.reason}`;
    case "answered": {
      // Asked as it stood when it was answered: later readings may have changed what is unlike the others.
      const question = questionsOf(job, live.slice(0, index)).find((q) => q.id === entry.question);
      return `${question?.text ?? "A question."} ${entry.reason}.`;
    }
    case "zeroed":
      return entry.apartTurns === null || job.preload === null
        ? null
        : `${entry.valve}: ${apartWords(otherSchool(entry.school), entry.apartTurns, plungerTravelMm(1, job.preload.gear))}`;
    case "plugged":
      return `${entry.count} holes plugged; all felt with ${entry.gear}`;
    case "bridged":
      return `${entry.valve}: bridge ${entry.turned ? "set" : "looked at"}, both valves touching`;
    case "ordered":
      return `Parts wanted: ${entry.list}`;
    case "bled":
      return `Went on before the wait for bled-down lifters was over: ${entry.reason}`;
    case "warmth":
      return `Engine at ${entry.celsius} °C`;
    case "tightened":
      return `Tightened: ${entry.part}`;
    case "barred":
      return "Turned over two full turns by hand";
    case "reopened":
      return `${entry.valve} looked at again: ${entry.reason}`;
    case "checked":
      return `${CHECKED}${CLOSE_ITEM_NAMES[entry.item]}${entry.reason === null ? "" : ` (not done: ${entry.reason})`}`;
    default:
      return null;
  }
}
