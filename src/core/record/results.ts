/** What a closed job found and left at a valve: written once, so that no page folds an old ledger again. */
import type { LifterResult } from "./lifters";
import type { ValveRole } from "../engine/engineFile";
import type { Interval } from "../units/interval";

/** One valve at one closed job. Lengths in mm, as they were read in the state of the job. */
export interface ValveResult {
  readonly valve: string;
  readonly role: ValveRole;
  /** The band it was judged by, in the state of the job. */
  readonly nominalMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  /** What the state adds to a gap of the spec's own state: taken off, readings of both states compare. */
  readonly offsetMm: number;
  /** Null where it was not read as found, or no leaf refused. */
  readonly found: Interval | null;
  readonly left: Interval | null;
  /** The entry of the ledger that says what it was left at. */
  readonly leftReading: string | null;
  readonly foundBy: string | null;
  readonly leftBy: string | null;
  /** A hydraulic lifter that was turned in; null in other work. */
  readonly lifter: LifterResult | null;
  /** How often its adjuster was moved. */
  readonly timesSet: number;
  /** The part that was fitted, in mm; null where none was. */
  readonly fittedMm: number | null;
  /** What was answered to questions about it, in order. */
  readonly answers: readonly string[];
  /** Why what was found tells nothing of wear since the visit before; null where it does. */
  readonly breaks: string | null;
}

/** What makes it another engine than the one that was left, as a break says it: the line of its valves begins anew. */
export const ANOTHER_ENGINE = { work: "work on head or gear", start: "first start" } as const;

/** What was answered to questions at valves of a role, over the engines of a model, and in how many jobs. */
export interface Cause {
  readonly role: ValveRole;
  readonly answer: string;
  readonly jobs: number;
}
