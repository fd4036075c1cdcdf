/** The room of shims and other parts of graded thickness. */
import { LeafStrip } from "../../../leaves/LeafStrip";
import { type ShimStep, outOfBand } from "@/core/job/tasks/shims";
import type { ShimsTask } from "@/core/job/tasks/shims/plan";
import { capital } from "@/core/job/words/names";
import type { TaskRoom } from "../../model";
import { exchanged } from "../../words/adjustments";
import { partsWords, seatWords } from "./words";

export const SHIMS_ROOM: TaskRoom<ShimsTask, null, ShimStep> = {
  Leaves: LeafStrip,
  doneWord: "done",
  gapWord: "band",
  adjustment: (_context, now, valve, fromMm) => exchanged(now, valve, fromMm),
  stepWords: (context, { state }, { step, to }) =>
    step === "parts" || to === null ? partsWords(context, outOfBand(state)) : seatWords(context, to),
  setWords: (context, _now, valve) => partsWords(context, [valve], true),
  locksCheck: ({ file }) => ({
    title: "Every cap bolt at its torque, every mark where it was.",
    done: "Caps and marks checked",
    grounds: (file.camshafts ?? []).map(
      (c) =>
        `${capital(c.name)}${c.torqueNm === undefined ? "" : `: ${c.torqueNm} Nm`}${c.caps === undefined ? "" : `, ${c.caps}`}.`,
    ),
  }),
};
