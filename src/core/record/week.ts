/** A week of a shop: what was done, what waits, what is due. Pure. */
import { judgeInterval } from "../lash/judge";
import type { Interval } from "../units/interval";
import type { FinishedJob } from "./book";

/** One finished job. */
export interface DoneLine {
  readonly jobId: string;
  readonly engine: string;
  readonly serial: string | null;
  readonly customer: string | null;
  /** ISO 8601. */
  readonly at: string;
  readonly closedBy: string;
  /** Null while nobody signed. */
  readonly signedBy: string | null;
  readonly work: FinishedJob["work"];
  readonly valves: number;
  /** Found surely out of their band; null in work that reads no band. */
  readonly foundOut: number | null;
  /** Whose adjuster was moved, or that got another part. */
  readonly set: number;
}

/** One job in hand. */
export interface WaitingLine {
  readonly jobId: string;
  readonly engine: string;
  readonly serial: string | null;
  /** Where it stands; null where there are so many that it is not told. */
  readonly stands: string | null;
}

export interface DueSoonLine {
  readonly engineId: string;
  readonly engine: string;
  readonly serial: string | null;
  readonly customer: string | null;
  readonly when: string;
  readonly why: string;
}

export interface WeekReport {
  readonly format: "fulcrata-week/1";
  readonly shop: string;
  /** Its Monday and its Sunday, "2026-11-23". */
  readonly from: string;
  readonly to: string;
  readonly printedAt: string;
  /** The newest first. */
  readonly done: readonly DoneLine[];
  /** As of now; null of a week that is over, or not there yet. */
  readonly now: {
    readonly waiting: readonly WaitingLine[];
    readonly due: readonly DueSoonLine[];
    /** More are due than are listed. */
    readonly dueCount: number;
  } | null;
}

interface Read {
  readonly found: Interval | null;
  readonly lowMm: number;
  readonly highMm: number;
}

/** How many were found surely out of their band. */
export const foundOut = (valves: readonly Read[]): number =>
  valves.filter(({ found, lowMm, highMm }) => {
    if (found === null) return false;
    const verdict = judgeInterval(found.lo, found.hi, { lowMm, highMm });
    return verdict === "tight" || verdict === "loose";
  }).length;
