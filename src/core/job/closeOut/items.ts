/** What is checked once before a job is closed, in the order in which it is done. */
import type { CoverEntry, EngineFile, Sector, TimedDrive } from "../../engine/engineFile";
import type { CloseItem } from "../ledger/kinds";

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
export interface CloseOutRules {
  /** What is checked before its jobs are closed, in this order. */
  readonly checks: readonly CloseItem[];
}

/** Done in this order once every valve is done, whatever the work. */
export const USUAL_CHECKS = [
  "locks",
  "cleared",
  "covers",
  "drive",
  "started",
] as const satisfies readonly CloseItem[];

/** What is checked before this job is closed: of the work's list, what the engine has. */
export const checksOf = ({ checks }: CloseOutRules, { covers, drive }: ClosedUp): CloseItem[] =>
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
