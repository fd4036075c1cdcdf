/** Lash set by parts of graded thickness: all read first, worked out for the whole engine, fitted, seated, read again. */
import { PART_LOOSE, lashQuestionsWith, unlikePredicted } from "../../questions/lashQuestions";
import { fittedRefusal } from "../../refuse/refuse";
import type { JobOf } from "../../job";
import type { TaskThing } from "../../next/next";
import type { JobState, ValveState } from "../../state/state";
import { valveName } from "../../words/names";
import { LASH_RULES } from "../lash";
import type { TaskRules } from "../rules";
import type { ShimsTask } from "./plan";
import { partWords } from "./words";

/** Which part goes where is worked out for all; then the cams go back on and are turned twice to seat what was fitted. */
export type ShimStep = "parts" | "seat";

/** What was read and is out of its band. */
export const outOfBand = ({ valves }: Pick<JobState, "valves">): ValveState[] =>
  [...valves.values()].filter((v) => v.status === "read" && v.verdict !== "in");

/**
 * Nothing is set valve by valve: fitted parts are seated first; what is in its band is left; then what is still out
 * is worked out for all.
 */
function wholeEngine({ route }: JobOf, state: JobState): TaskThing<null, ShimStep> | null {
  if (state.surveying) return null;
  const to = state.stop ?? route[0];
  if (state.unseated && to !== undefined) return { kind: "task", step: "seat", valve: null, at: null, to };
  const open = [...state.valves.values()].some(
    (v) =>
      v.status === "locked" ||
      v.status === "unread" ||
      v.status === "due" ||
      (v.status === "read" && v.verdict === "in"),
  );
  if (open || state.questions.length > 0 || outOfBand(state).length === 0) return null;
  return { kind: "task", step: "parts", valve: null, at: null, to: null };
}

function stands({ valves }: JobOf, state: JobState, step: ShimStep): string {
  if (step === "seat") return "Parts are in: cams on, turn it over twice to seat them";
  const out = outOfBand(state);
  const [first] = out;
  const which = out.length === 1 && first !== undefined ? valveName(first.valve, valves) : `${out.length} valves`;
  return `All are read: work out the parts for ${which}`;
}

export const SHIMS: TaskRules<ShimsTask, null, ShimStep> = {
  ...LASH_RULES,
  questions: { ...lashQuestionsWith(PART_LOOSE), more: unlikePredicted },
  wholeEngine,
  setsWholeEngine: true,
  stands,
  locks: false,
  takes: ["set", "fitted", "ordered"],
  seatsParts: true,
  refusals: { fitted: (_job, state, entry) => fittedRefusal(state, entry, { gives: true }) },
  partWords: (_job, work) => partWords(work),
};
