/** What is checked once before a job is closed, in the order in which it is done. */
import type { CoverEntry, EngineFile, Sector, TimedDrive } from "../../engine/engineFile";
import type { RouteStop } from "../../stops/route";
import type { AnyTask, JobOf } from "../job";
import type { CloseItem } from "../ledger/kinds";
import type { JobState } from "../state/state";

/** What the engine has to be closed up with. */
export interface ClosedUp {
  /** The covers that go back on, as far as they are known. */
  readonly covers: readonly CoverEntry[];
  /** What it drives in time; null where that is not known. */
  readonly drive: TimedDrive | null;
}

/** Engines of these kinds have nothing in time but the cam itself, unless their file says so (assumed). */
const WITHOUT_DRIVE: readonly (Sector | undefined)[] = ["motorcycle", "small"];

/** What an engine has to be closed up with, from its file. */
export const closedUp = ({
  covers = [],
  timedDrive,
  sector,
}: Pick<EngineFile, "covers" | "timedDrive" | "sector">): ClosedUp => ({
  covers,
  drive: timedDrive ?? (WITHOUT_DRIVE.includes(sector) ? "none" : null),
});

/** What a kind of work says of closing. */
export interface CloseOutRules<T extends AnyTask = AnyTask, Own = unknown> {
  /** What is checked before its jobs are closed, in this order. */
  readonly checks: readonly CloseItem[];
  /** What is open beside valves, each by its name. */
  missing?(job: JobOf<T>, state: JobState<Own>): string[];
  /** How far a job is, where that is not told by its valves. */
  progress?(job: JobOf<T>, state: JobState<Own>): Progress;
  /** The same of a stop of its route. */
  atStop?(job: JobOf<T>, state: JobState<Own>, stop: RouteStop): AtStop;
}

/** How far a stop of the route is, and what is done there. */
export interface AtStop extends Progress {
  /** What has its turn there, by name. */
  readonly names: readonly string[];
}

export interface Progress {
  readonly done: number;
  readonly of: number;
}

/** How far a job is: by its valves, or by what its kind of work counts. */
export const progressOf = (rules: CloseOutRules, job: JobOf, state: JobState): Progress =>
  rules.progress?.(job, state) ?? { done: state.doneCount, of: job.valves.length };

/** Done in this order once every valve is done, whatever the work. */
export const USUAL_CHECKS = [
  "locks",
  "drive",
  "cleared",
  "covers",
  "started",
] as const satisfies readonly CloseItem[];

/** How far a stop is: by the valves whose turn is there, or by what its kind of work has there. */
export const atStop = (rules: CloseOutRules, job: JobOf, state: JobState, stop: RouteStop): AtStop =>
  rules.atStop?.(job, state, stop) ?? {
    done: stop.valves.filter((v) => state.valves.get(v.valve)?.status === "done").length,
    of: stop.valves.length,
    names: stop.valves.map((v) => v.valve),
  };

/** What is checked before this job is closed: of the work's list, what the engine has. */
export const checksOf = ({ checks }: Pick<CloseOutRules, "checks">, { covers, drive }: ClosedUp): CloseItem[] =>
  checks.filter((item) => (item === "covers" ? covers.length > 0 : item !== "drive" || drive !== "none"));

export const CLOSE_ITEM_NAMES: Record<CloseItem, string> = {
  plugs: "plugs counted out",
  recheck: "re-check after two turns by hand",
  locks: "what holds each setting checked once more",
  cleared: "tools off, leaves counted",
  covers: "covers on and torqued",
  drive: "timing of the distributor or pump checked",
  started: "started and listened to",
};
