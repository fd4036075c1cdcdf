/** What the ledger takes at a positively closed valve. */
import { readingProblem } from "../../../lash/reading";
import type { JobOf } from "../../job";
import type { EntryOf, FittedEntry, LoadedGapEntry } from "../../ledger/entry";
import { adjustRefusal, leaveRefusal } from "../../refuse/refuse";
import type { JobState } from "../../state/state";
import type { ValveOpenerCloser } from "./openerCloser";

type State = JobState<ValveOpenerCloser>;

const fittedRefusal = (_job: JobOf, state: State, entry: FittedEntry): string | null =>
  entry.part === null ? "Say whether it is the opener or the closer." : adjustRefusal(state, entry, { gives: true });

/** Read after the opener gap, at the same stop; with no opener gap it means nothing. */
export function loadedGapRefusal(_job: JobOf, state: State, entry: LoadedGapEntry): string | null {
  const valve = state.valves.get(entry.valve);
  if (valve?.last == null || valve.own.opener === null)
    return `Read the opener gap of ${entry.valve} first, with nothing pressed.`;
  if (state.stop?.letter !== entry.stop)
    return `The crank does not stand at stop ${entry.stop}: read both gaps again here.`;
  const problem = readingProblem({ goesMm: entry.goes.mm, noGoMm: entry.noGo.mm });
  if (problem !== null) return problem.why;
  if (valve.last.goes.mm === 0)
    return "With no opener gap the loaded gap means nothing: fit a thinner opener first, then read both again.";
  return entry.noGo.mm <= valve.last.goes.mm
    ? "The loaded gap can't be below the opener gap: press the closing rocker home and read both again."
    : null;
}

/** A closer is left when it was found right, or with a reason. */
const leftRefusal = (job: JobOf, state: State, entry: EntryOf<"left">): string | null =>
  leaveRefusal(job, state, entry, () =>
    state.valves.get(entry.valve)?.own.stage === "right"
      ? null
      : `The closer of ${entry.valve} is not found right yet: turn the cam over it and say what is felt, or say why it is left so.`,
  );

export const OPENER_CLOSER_REFUSALS = {
  fitted: fittedRefusal,
  "loaded-gap": loadedGapRefusal,
  "closer-felt": (_job: JobOf, state: State, entry: EntryOf<"closer-felt">) =>
    state.valves.get(entry.valve)?.last == null ? `Read the opener gap of ${entry.valve} first.` : null,
  left: leftRefusal,
} as const;
