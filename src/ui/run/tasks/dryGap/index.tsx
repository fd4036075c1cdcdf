/** The room of gear without a screw: a part of another length. */
import { LeafStrip } from "../../../leaves/LeafStrip";
import type { DryGapStep, DryGapTask } from "@/core/job/tasks/dryGap";
import type { TaskRoom } from "../../model";
import { approvedWords } from "../../words/approved";
import { PartPanel } from "./PartPanel";
import { type LengthChoice, fitWords, gapGrounds, gapWords, orderWords } from "./words";

export const DRY_GAP_ROOM: TaskRoom<DryGapTask, null, DryGapStep, LengthChoice> = {
  Leaves: LeafStrip,
  doneWord: "done",
  gapWord: "dry gap",
  noChoice: () => ({ lengthMm: null, fromMm: null }),
  stepWords: (context, now) => orderWords(context, now),
  setWords: (context, now, valve, { choice }) => fitWords(context, now, valve, choice),
  readTitle: "Read the dry gap of",
  readGrounds: gapGrounds,
  outWords: (context, now, valve, { tapped }) => gapWords(context, now, valve, tapped),
  inBandGrounds: approvedWords,
  locksCheck: (context) => ({
    title: "Every part seated, every keeper and clip in its place.",
    done: "All seated",
    grounds: ["Spin each pushrod, rock each rocker: what is not seated shows now.", ...approvedWords(context)],
  }),
  panel: (run) => (run.now.next.kind === "set" ? <PartPanel run={run} /> : null),
};
