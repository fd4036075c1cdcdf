/** What is read once more after two turns by hand, and what is proposed. */
import type { EngineFile, Sector } from "../../engine/engineFile";
import type { JobOf, JobValve } from "../job";
import type { Rereads } from "../ledger/kinds";
import type { JobState } from "../state/state";

/** Engines of these sectors are closed up for long: all is read once more unless that is left out (assumed). */
const CLOSED_FOR_LONG: readonly (Sector | undefined)[] = ["aircraft", "marine"];

export interface RereadsToCome {
  /** What is read in any case: set since the last two turns, or under a part that was tightened since it was left. */
  readonly valves: readonly JobValve[];
  readonly usual: Rereads;
  /** All is usual because nobody will open this engine again soon. */
  readonly closedForLong: boolean;
}

export function rereadsToCome({ sector }: EngineFile, { valves }: JobOf, state: JobState): RereadsToCome {
  const due = valves.filter(
    ({ id }) => state.tally.valves.get(id)?.changedSinceTurnedOver === true || state.valves.get(id)?.status === "due",
  );
  const closedForLong = CLOSED_FOR_LONG.includes(sector);
  return { valves: due, usual: closedForLong || due.length === valves.length ? "all" : "set", closedForLong };
}
