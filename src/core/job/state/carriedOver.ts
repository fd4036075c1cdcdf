/**
 * A job that was begun under wrong figures is begun again under the right ones: what of its readings still stands, as
 * the new job finds it. Judged anew there, by the new figures.
 */
import type { JobOf } from "../job";
import type { EntryOf, LedgerEntry } from "../ledger/entry";
import type { JobState, ValveState } from "./state";

/** A reading for the new ledger, and the old entry that it is: its person goes with it. */
export interface Carried {
  readonly reading: Omit<EntryOf<"reading">, "id" | "supersedes">;
  readonly of: LedgerEntry;
}

interface Gap {
  readonly judgesReadings: boolean;
  readonly sheetWork: string;
}

/** Whether what was read in one kind of work says anything in another: both judge readings, of the same gap. */
export const sameGap = (old: Gap, now: Gap): boolean => now.judgesReadings && old.sheetWork === now.sheetWork;

/** The last reading of a valve that nothing was done at since; null where it no longer stands. */
function stands({ status, left, last }: ValveState): EntryOf<"reading"> | null {
  const asItIs = status === "read" || (status === "done" && left !== null);
  return asItIs && last !== null && last.school !== "wire" ? last : null;
}

/**
 * The readings that a new job begins with, in its own order of stops: as found there. `set` names the set that was in
 * hand, where the new job has another. Of valves that the new job does not have, or serves nowhere, none.
 */
export function carriedOver(old: JobState, set: string | null, job: Pick<JobOf, "route">): Carried[] {
  return job.route.flatMap((stop) =>
    stop.valves.flatMap(({ valve }): Carried[] => {
      const state = old.valves.get(valve);
      const last = state === undefined ? null : stands(state);
      if (last === null) return [];
      const { goes, noGo, school, value, instrument } = last;
      return [
        {
          of: last,
          reading: {
            kind: "reading",
            valve,
            stop: stop.letter,
            pass: "as-found",
            goes,
            noGo,
            school,
            value,
            instrument: instrument ?? set,
            reason: null,
          },
        },
      ];
    }),
  );
}
