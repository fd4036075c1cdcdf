/** The room of lash set with a screw or a nut. */
import { LeafStrip } from "../../../leaves/LeafStrip";
import type { ScrewTask } from "@/core/job/tasks/screw";
import type { TaskRoom } from "../../model";
import { type ScrewChoice, screwOutWords, screwSetWords } from "./ways";
import { screwAdjustment } from "./words";

export const SCREW_ROOM: TaskRoom<ScrewTask, null, never, ScrewChoice> = {
  Leaves: LeafStrip,
  noChoice: () => ({ way: "leaf", closer: false }),
  keptChoices: ["way"],
  setsByFeel: true,
  doneWord: "locked",
  gapWord: "band",
  adjustment: screwAdjustment,
  outWords: screwOutWords,
  setWords: screwSetWords,
};
