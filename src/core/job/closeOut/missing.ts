/** What stands between the last valve and a closed job: listed, never hinted. */
import type { JobState, ValveState, ValveStatus } from "../state/state";
import type { JobOf } from "../job";
import { CLOSE_ITEM_NAMES, type CloseOutRules, checksOf } from "./items";

/** The valves that keep a job from being closed. */
export const openValves = (state: JobState): ValveState[] =>
  [...state.valves.values()].filter((v) => v.status !== "done");

/** It was done, and is to be done again: not only read once more. */
export const isReopened = ({ work }: Pick<ValveState, "work">): boolean => work.at(-1)?.kind === "reopened";

/** What is missing before the job may be closed, a sentence each; empty when it may. */
export function missingToClose(rules: CloseOutRules, job: JobOf, state: JobState): string[] {
  const named = (which: (status: ValveStatus) => boolean): string =>
    openValves(state)
      .filter((v) => which(v.status))
      .map((v) => v.valve.id)
      .join(", ");
  const open = named((s) => s !== "due");
  const due = named((s) => s === "due");
  const items = checksOf(rules, job)
    .filter((i) => !state.checked.has(i))
    .map((i) => CLOSE_ITEM_NAMES[i]);
  const lines = rules.missing?.(job, state) ?? [];
  return [
    ...(lines.length === 0 ? [] : [`Open: ${lines.join("; ")}.`]),
    ...(open === "" ? [] : [`No as-left for: ${open}.`]),
    ...(due === "" ? [] : [`To be read once more: ${due}.`]),
    ...(state.untightened.length === 0 ? [] : [`Not tightened: ${state.untightened.map((p) => p.name).join(", ")}.`]),
    ...(state.turnOverNeeded ? ["Not turned over by hand and read again."] : []),
    ...state.questions.map((q) => `Not answered: ${q.text}`),
    ...(items.length === 0 ? [] : [`Not said: ${items.join("; ")}.`]),
  ];
}
