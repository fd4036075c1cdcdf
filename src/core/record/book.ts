/** The book of an engine: every finished job with what it found and left, how fast its valves move, and what comes. Pure. */
import { type LifterResult, type LifterVisit, lifterLives } from "./lifters";
import type { EngineState, ValveRole } from "../engine/engineFile";
import type { Interval } from "../units/interval";
import type { LengthUnit } from "../units/length";
import type { CounterUnit } from "./counter";
import type { Life, UseUnit } from "./history";
import { rateWords } from "./words";

/** A finished job, whatever it was about. */
export interface FinishedJob {
  readonly jobId: string;
  /** ISO 8601. */
  readonly at: string;
  /** What the counter showed, in the unit of the engine's counter. */
  readonly counter: number | null;
  readonly state: EngineState;
  readonly work: "lash" | "preload" | "dry-gap";
}

/** Lengths in mm, as they were read in the state of the job; an interval is [goes, does not go]. */
export interface BookValve {
  readonly valve: string;
  readonly role: ValveRole;
  readonly lowMm: number;
  readonly highMm: number;
  readonly found: readonly [number, number] | null;
  readonly left: readonly [number, number] | null;
  /** Since the visit before, in the spec's own state and with studied hands counted in; null where nothing compares. */
  readonly driftMm: number | null;
  /** Why the drift says nothing of wear; null where it counts. */
  readonly notWear: string | null;
  readonly fittedMm: number | null;
  readonly timesSet: number;
  readonly answers: readonly string[];
  readonly foundBy: string | null;
  readonly leftBy: string | null;
}

/** A hydraulic lifter that was turned in; depths in mm, turns from zero lash. */
export type BookLifter = LifterResult & {
  readonly valve: string;
  readonly role: ValveRole;
  /** Deeper (over 0) or shallower than it was left the visit before; null where nothing compares. */
  readonly movedTurns: number | null;
};

export interface BookVisit extends FinishedJob {
  readonly valves: readonly BookValve[];
  /** In work on lifters; empty in other. */
  readonly lifters: readonly BookLifter[];
}

export interface BookRate {
  readonly valve: string;
  readonly role: ValveRole;
  /** In mm per one of the unit of use, negative where the gap closes; null where nothing is known. */
  readonly rateMm: number | null;
  readonly sdMm: number | null;
  readonly words: string | null;
}

export interface BookGeometry {
  readonly words: string;
  readonly by: string;
  /** ISO 8601. */
  readonly at: string;
  /** A later one has not taken its place. */
  readonly stands: boolean;
}

/** A build check that was closed, in a line. */
export interface BookCheck {
  readonly jobId: string;
  readonly at: string;
  readonly words: string;
}

export interface EngineBook {
  readonly format: "fulcrata-book/1";
  readonly shop: string;
  readonly engine: {
    readonly name: string;
    readonly serial: string | null;
    readonly counter: number | null;
    readonly counterUnit: CounterUnit;
    readonly customer: string | null;
  };
  readonly printedAt: string;
  /** When it is due and by which rule; null where nothing says. */
  readonly due: string | null;
  readonly unitOfUse: UseUnit;
  /** So many hands were studied: what they differ by is taken off what moved. */
  readonly handsCounted: number;
  readonly rates: readonly BookRate[];
  /** Rockers and pushrods, the newest revision first, each in a line. */
  readonly geometry: readonly BookGeometry[];
  /** Each time it was built, the newest first. */
  readonly buildChecks: readonly BookCheck[];
  /** The newest first. */
  readonly visits: readonly BookVisit[];
}

interface Given {
  readonly shop: string;
  readonly engine: EngineBook["engine"];
  readonly now: Date;
  readonly due: string | null;
  readonly life: Life;
  /** Visits that turned lifters in, the oldest first. */
  readonly lifterVisits: readonly LifterVisit[];
  readonly geometry: readonly BookGeometry[];
  readonly buildChecks: readonly BookCheck[];
  readonly jobs: readonly FinishedJob[];
  readonly nameOf: (person: string) => string;
  readonly unit: LengthUnit;
}

export function engineBook({
  shop,
  engine,
  now,
  due,
  life,
  lifterVisits,
  geometry,
  buildChecks,
  jobs,
  nameOf,
  unit,
}: Given): EngineBook {
  const lifters = lifterLives(lifterVisits);
  const ends = (i: Interval | null): readonly [number, number] | null => (i === null ? null : [i.lo, i.hi]);
  const named = (id: string | null): string | null => (id === null ? null : nameOf(id));
  const valvesOf = (jobId: string): BookValve[] =>
    life.valves.flatMap((valve) =>
      valve.visits
        .filter((v) => v.visit.jobId === jobId)
        .map(({ result, drift, broken }) => ({
          valve: result.valve,
          role: result.role,
          lowMm: result.lowMm,
          highMm: result.highMm,
          found: ends(result.found),
          left: ends(result.left),
          driftMm: drift?.mean ?? null,
          notWear: broken,
          fittedMm: result.fittedMm,
          timesSet: result.timesSet,
          answers: result.answers,
          foundBy: named(result.foundBy),
          leftBy: named(result.leftBy),
        })),
    );
  return {
    format: "fulcrata-book/1",
    shop,
    engine,
    printedAt: now.toISOString(),
    due,
    unitOfUse: life.unit,
    handsCounted: life.hands.length,
    rates: (life.forecast?.valves ?? []).map(({ id, role, rate }) => ({
      valve: id,
      role,
      rateMm: rate?.mean ?? null,
      sdMm: rate === null ? null : Math.sqrt(rate.variance),
      words: rate === null ? null : rateWords(rate, life.unit, unit),
    })),
    geometry,
    buildChecks,
    visits: [...jobs]
      .sort((a, b) => b.at.localeCompare(a.at))
      .map((job) => ({
        ...job,
        valves: valvesOf(job.jobId),
        lifters: lifters.flatMap(({ valve, role, visits }) =>
          visits.filter((v) => v.jobId === job.jobId).map(({ jobId: _, ...at }) => ({ valve, role, ...at })),
        ),
      })),
  };
}
