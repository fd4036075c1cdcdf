/** The finished job as a sheet: what was found and left at every valve, by whom, with what. Also the JSON that is taken away. */
import type { EngineFile, ValveRole } from "../engine/engineFile";
import { METHODS } from "../stops/methods";
import type { MethodId } from "../stops/plan";
import type { KeptEntry, ReadingEntry } from "./entry";
import { liveEntries } from "./entry";
import { runState, verdictOf, type Job } from "./state";

export const SHEET_FORMAT = "fulcrata-sheet/1";

export interface SheetReading {
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
  /** Reasons given for reading or leaving it against the rule. */
  readonly reasons: readonly string[];
}
export interface Sheet {
  readonly format: typeof SHEET_FORMAT;
  readonly job: string;
  readonly shop: string;
  readonly engine: { readonly name: string; readonly serial: string | null; readonly runningHours: number | null };
  readonly state: "cold" | "hot";
  readonly temperatureC: number | null;
  readonly specSource: string | null;
  readonly method: string;
  readonly requiredMarginDeg: number;
  readonly stops: readonly { readonly letter: string; readonly crankDeg: number }[];
  readonly feelerSet: string;
  readonly cautionsAccepted: readonly string[];
  readonly openedBy: string;
  readonly openedAt: string;
  readonly closedBy: string | null;
  readonly closedAt: string | null;
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
  readonly feelerSet: string;
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
  const told = (reading: ReadingEntry | null, spec: Job["valves"][number]["spec"]): SheetReading | null => {
    const kept = entries.find((e) => e.id === reading?.id);
    if (reading === null || kept === undefined) return null;
    return {
      goes: reading.goes.text, noGo: reading.noGo.text, goesMm: reading.goes.mm, noGoMm: reading.noGo.mm,
      verdict: verdictOf(reading, spec), by: nameOf(kept.personId), at: kept.at,
    };
  };
  const valves = job.valves.map((valve): SheetValve => {
    const s = state.valves.get(valve.id);
    const work = live.filter((e) => "valve" in e && e.valve === valve.id);
    return {
      valve: valve.id, cylinder: valve.cylinder, role: valve.role,
      nominalMm: valve.spec.nominalMm, lowMm: valve.spec.lowMm, highMm: valve.spec.highMm,
      stop: s?.last?.stop ?? null,
      asFound: told(s?.asFound ?? null, valve.spec),
      asLeft: told(s?.left == null ? null : s.last, valve.spec),
      timesSet: work.filter((e) => e.kind === "set").length,
      reasons: work.flatMap((e) => ("reason" in e && e.reason !== null ? [e.reason] : [])),
    };
  });
  return {
    format: SHEET_FORMAT, job: source.jobId, shop: source.shop,
    engine: { name: file.name, serial: source.serial, runningHours: source.runningHours },
    state: source.state, temperatureC: source.temperatureC, specSource: file.lash?.source ?? null,
    method: METHODS[source.method].name, requiredMarginDeg: job.requiredMarginDeg,
    stops: job.route.map(({ letter, crankDeg }) => ({ letter, crankDeg })),
    feelerSet: source.feelerSet, cautionsAccepted: source.cautions, openedBy: source.openedBy, openedAt: source.openedAt,
    closedBy: closed === undefined ? null : nameOf(closed.personId), closedAt: closed?.at ?? null, valves,
  };
}
