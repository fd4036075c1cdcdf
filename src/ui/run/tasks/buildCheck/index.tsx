/** The room of the build check: a list in place of the head, and the line in hand under it. */
import type { BuildCheckTask } from "@/core/job/tasks/buildCheck/plan";
import type { TaskRoom } from "../../model";
import { LineList } from "./LineList";
import { LinePanel } from "./LinePanel";
import { lineInHand, lineWords } from "./words";

export const BUILD_CHECK_ROOM: TaskRoom<BuildCheckTask, null, "line"> = {
  doneWord: "ticked",
  gapWord: "",
  stepWords: lineWords,
  closeTitle: "Every line is answered. Close the build check.",
  map: (run) => <LineList run={run} />,
  panel: (run) => {
    const at = lineInHand(run.context, run.now);
    return at === null ? null : <LinePanel key={`${at.line.id} ${at.ticks.length}`} run={run} at={at} />;
  },
};
