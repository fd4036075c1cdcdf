/** The room of positively closed valves: an opener and a closer each. */
import { LeafStrip } from "../../../leaves/LeafStrip";
import type { OpenerCloserStep } from "@/core/job/tasks/openerCloser";
import type { ValveOpenerCloser } from "@/core/job/tasks/openerCloser/openerCloser";
import type { OpenerCloserTask } from "@/core/job/tasks/openerCloser/plan";
import { isRight } from "@/core/shims/tries";
import type { TaskRoom } from "../../model";
import { exchanged } from "../../words/adjustments";
import { PlugPanel } from "./PlugPanel";
import { openerCloserWords, openerWords, plugWords, triedWords } from "./words";

export const OPENER_CLOSER_ROOM: TaskRoom<OpenerCloserTask, ValveOpenerCloser, OpenerCloserStep> = {
  Leaves: LeafStrip,
  doneWord: "done",
  gapWord: "band",
  adjustment: (_context, now, valve, fromMm) => exchanged(now, valve, fromMm),
  stepWords: (context, now, { valve, at }) =>
    valve === null ? plugWords() : openerCloserWords(context, now, valve, at),
  // The opener gap is kept as read, unless the closer was found right and both are in order.
  readingWords: (context, now, valve, tapped) =>
    tapped.verdict === "in" && valve.own.felt !== null && isRight(valve.own.felt)
      ? null
      : openerWords(context, now, valve, tapped),
  readLead: (valve) => `The opener gap: valve shut, nothing pressed. ${triedWords(valve.own).join("")} `,
  locksCheck: () => ({
    title: "Every collet in its groove, every rocker shaft and clip home.",
    done: "Rings, shafts and clips seen",
    grounds: [
      "Press each opener down by hand and look at its rings from both sides. New ones settle, and move the reading: read again after the first heat.",
    ],
  }),
  panel: (run) => (run.now.next.kind === "task" && run.now.next.step === "plug" ? <PlugPanel run={run} /> : null),
};
