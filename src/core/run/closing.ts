/** What stands between the last valve and a closed job: listed, never hinted. */
import type { CloseItem } from "./entry";
import type { Job } from "./job";
import type { RunState } from "./state";

/** Done in this order once every valve is left. */
export const CLOSING_ORDER = ["locks", "cleared", "drive", "started"] as const satisfies readonly CloseItem[];

/** What is checked before this job is closed: where holes were plugged, the plugs are counted out first. */
export const closingOrder = ({ closing }: Pick<Job, "closing">): readonly CloseItem[] =>
  closing === null ? CLOSING_ORDER : ["plugs", ...CLOSING_ORDER];

export const CLOSE_ITEM_NAMES: Record<CloseItem, string> = {
  plugs: "plugs counted out",
  recheck: "re-check after two turns by hand",
  locks: "every lock touched once more",
  cleared: "tools off, leaves counted",
  drive: "distributor or pump drive minded",
  started: "started and listened to",
};

/** What is missing before the job may be closed, a sentence each; empty when it may. */
export function missingToClose(job: Job, state: RunState): string[] {
  const valves = [...state.valves.values()];
  const named = (which: (status: (typeof valves)[number]["status"]) => boolean): string =>
    valves
      .filter((v) => which(v.status))
      .map((v) => v.valve.id)
      .join(", ");
  const open = named((s) => s !== "left" && s !== "due");
  const due = named((s) => s === "due");
  const items = closingOrder(job)
    .filter((i) => !state.checked.has(i))
    .map((i) => CLOSE_ITEM_NAMES[i]);
  return [
    ...(open === "" ? [] : [`No as-left for: ${open}.`]),
    ...(due === "" ? [] : [`To be read once more: ${due}.`]),
    ...(state.untightened.length === 0 ? [] : [`Not tightened: ${state.untightened.map((p) => p.name).join(", ")}.`]),
    ...(state.barNeeded ? ["Not turned over by hand and read again."] : []),
    ...state.questions.map((q) => `Not answered: ${q.text}`),
    ...(items.length === 0 ? [] : [`Not said: ${items.join("; ")}.`]),
  ];
}
