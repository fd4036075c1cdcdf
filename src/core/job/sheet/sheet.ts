/** The finished job as a sheet: what was found and left at every valve, by whom, with what. */
import type { CounterUnit } from "../../record/counter";
import { DEFAULT_TEMPERATURE_UNIT, type TemperatureUnit } from "../../units/temperature";
import type { EngineFile } from "../../engine/engineFile";
import { offsetWords } from "../../heat/offset";
import { lockShift } from "../../lash/learn";
import { METHODS } from "../../stops/methods";
import type { MethodId } from "../../stops/methods";
import { moverOf } from "../../engine/mover";
import { sightsWords } from "../../stops/sight";
import type { JobOf, JobValve } from "../job";
import { type KeptEntry, type ReadingEntry, isValveEntry, liveEntries } from "../ledger/entry";
import { lockShifts, ofValves } from "../ledger/learned";
import { verdictOf } from "../ledger/readings";
import type { Dealt, RefusedBatch } from "../ledger/refused";
import type { Purpose } from "../setup/purpose";
import { foldLedger } from "../state/fold";
import type { JobState } from "../state/state";
import { unitOf } from "../words/specs";
import { readingWords } from "../words/readings";
import {
  SHEET_FORMAT,
  type Sheet,
  type SheetBuildCheck,
  type SheetLine,
  type SheetReading,
  type SheetValve,
  byWhom,
  madeBy,
} from "./format";
import { notesOf, refusedNote } from "./notes";
import type { SheetRules } from "./rules";

/** What a sheet is made of: the job, its ledger, and the names of instruments. */
export interface SheetSource<J extends JobOf = JobOf> {
  readonly jobId: string;
  readonly shop: string;
  readonly serial: string | null;
  /** What its counter showed when the job was opened, in its own unit. */
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  readonly file: EngineFile;
  readonly job: J;
  readonly state: "cold" | "hot";
  readonly temperatureC: number | null;
  /** In what its notes write temperatures. */
  readonly temperatureUnit?: TemperatureUnit;
  readonly method: MethodId;
  /** The job's own set first. */
  readonly feelerSets: readonly [string, ...string[]];
  readonly purpose: Purpose;
  readonly note: string | null;
  readonly licensed: string | null;
  readonly cautions: readonly string[];
  readonly openedBy: string;
  readonly openedAt: string;
  /** The build check that came before it; null where there was none, or it is no first setting. */
  readonly buildCheck: SheetBuildCheck | null;
  /** Of its rockers and pushrods, as it stood when the job was closed: a line each. */
  readonly geometry: readonly string[];
  readonly entries: readonly KeptEntry[];
  /** What was made and not taken, and what became of each. */
  readonly refused: readonly { readonly batch: RefusedBatch; readonly dealt: Dealt | null }[];
}

/** The lines of a check, with who answered each; empty in other work. `live` are the entries that stand. */
export const linesOfSheet = (rules: Pick<SheetRules, "lines">, job: JobOf, live: readonly KeptEntry[]): SheetLine[] =>
  (rules.lines?.(job, live) ?? []).map(({ entries: ids, ...line }) => ({
    ...line,
    by: live.filter((e) => ids.includes(e.id)).map(madeBy),
  }));

/** The sheet of a job, finished or not. */
export function sheetOf(rules: SheetRules, source: SheetSource): Sheet {
  const { job, entries, file, temperatureUnit = DEFAULT_TEMPERATURE_UNIT } = source;
  const live = liveEntries(entries);
  const state = foldLedger(rules, job, entries);
  const closed = live.find((e) => e.kind === "closed");
  const signed = live.find((e) => e.kind === "signed");
  return {
    format: SHEET_FORMAT,
    work: rules.sheetWork,
    offset: job.offset === null ? null : offsetWords(job.offset, job.state, unitOf(file)),
    licensed: source.licensed,
    spread: rules.spread?.(job, state) ?? null,
    job: source.jobId,
    shop: source.shop,
    engine: {
      name: file.name,
      serial: source.serial,
      runningHours: source.counterUnit === "h" ? source.runningHours : null,
      counter: source.runningHours === null ? null : { count: source.runningHours, unit: source.counterUnit },
    },
    state: source.state,
    temperatureC: source.temperatureC,
    geometry: source.geometry,
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
      watched: sights.length === 0 ? null : sightsWords(sights, moverOf(file)),
    })),
    feelerSets: source.feelerSets,
    cautionsAccepted: source.cautions,
    openedBy: source.openedBy,
    openedAt: source.openedAt,
    closedBy: closed === undefined ? null : byWhom(closed),
    closedAt: closed?.madeAt ?? null,
    signedBy: signed === undefined ? null : byWhom(signed),
    signedAt: signed?.madeAt ?? null,
    lockShiftMm: lockShift(lockShifts(ofValves(job, live))),
    notes: [
      ...notesOf(rules, job, live, temperatureUnit),
      ...source.refused.map((r) => refusedNote(r.batch, r.dealt, temperatureUnit)),
    ],
    lines: linesOfSheet(rules, job, live),
    buildCheck: source.buildCheck,
    valves: job.valves.map((valve) => sheetValve(rules, source, state, live, valve)),
  };
}

function sheetValve(
  rules: SheetRules,
  source: SheetSource,
  state: JobState,
  live: readonly KeptEntry[],
  valve: JobValve,
): SheetValve {
  const { job, entries } = source;
  const stands = state.valves.get(valve.id);
  if (stands === undefined) throw new RangeError(`sheetValve: ${valve.id} is not part of the job`);
  const work = live.filter((e) => isValveEntry(e) && e.valve === valve.id);
  const { left, last, asFound } = stands;
  const read = (reading: ReadingEntry): SheetReading | null => sheetReading(rules, source, valve, reading);
  const found = asFound === null ? null : read(asFound);
  const onReading = left !== null && left.reading === last?.id;
  return {
    valve: valve.id,
    cylinder: valve.cylinder,
    role: valve.role,
    nominalMm: valve.spec.nominalMm,
    lowMm: valve.spec.lowMm,
    highMm: valve.spec.highMm,
    ...(valve.block === undefined ? {} : { block: valve.block }),
    stop: work.findLast((e) => "stop" in e)?.stop ?? null,
    asFound: found ?? rules.asFoundCounted?.(job, stands, entries) ?? null,
    slack: found === null && work.some((e) => e.kind === "slack"),
    asLeft: left === null ? null : onReading ? read(last) : (rules.asLeftCounted?.(job, stands, entries) ?? null),
    preload: rules.preload?.(job, stands) ?? null,
    part: rules.partWords?.(job, work) ?? null,
    timesSet: work.filter((e) => e.kind === "set" || e.kind === "fitted").length,
    reasons: work.flatMap((e) =>
      "reason" in e && e.reason !== null ? [e.kind === "skipped" ? `left unread, ${e.reason}` : e.reason] : [],
    ),
  };
}

function sheetReading(
  rules: SheetRules,
  { entries, feelerSets }: SheetSource,
  { spec }: JobValve,
  reading: ReadingEntry,
): SheetReading | null {
  const kept = entries.find((e) => e.id === reading.id);
  if (kept === undefined) return null;
  const verdict = verdictOf(reading, spec);
  return {
    read: readingWords(reading),
    school: reading.school,
    instrument: reading.instrument ?? feelerSets[0],
    goes: reading.goes.text,
    noGo: reading.noGo.text,
    goesMm: reading.goes.mm,
    noGoMm: reading.noGo.mm,
    verdict: rules.verdictName?.(verdict) ?? verdict,
    ...madeBy(kept),
  };
}
