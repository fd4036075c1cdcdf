/** The dry gap of gear without a screw: read with the lifter bled down, put right by a part of another length. */
import { lengthWords } from "../../../preload/lengths";
import { USUAL_CHECKS } from "../../closeOut/items";
import type { JobOf } from "../../job";
import type { KeptEntry } from "../../ledger/entry";
import { NOTHING_FOUND } from "../../questions/question";
import { PART_MOVED, SPREAD_FLOOR_MM } from "../../questions/lashQuestions";
import type { TaskQuestions } from "../../questions/questions";
import type { JobState } from "../../state/state";
import type { TaskRules } from "../rules";
import { type LengthPlan, lengthDemands } from "./plan";

/** `plan` is null where the file names no lengths: gaps are only judged. */
export interface DryGapTask {
  readonly kind: "dry-gap";
  readonly plan: LengthPlan | null;
}

/** Parts that are wanted are ordered, or laid out, before any is fitted. */
export type DryGapStep = "order";

/** Lifters and pushrods differ by far more than lash does: a dry gap's floor is a part of its band (assumed). */
const SHARE_OF_BAND = 1 / 8;

const QUESTIONS: TaskQuestions = {
  moved: PART_MOVED,
  spreadFloorMm: (bandMm) => Math.max(SPREAD_FLOOR_MM, bandMm * SHARE_OF_BAND),
  odd: () => ({
    checks: [
      "Lifter not bled down, or its plunger not at the bottom: press it down again until it stays.",
      "Pushrod bent or not seated, tip or lobe worn: look at them.",
      "Another part fitted here before?",
    ],
    answers: [NOTHING_FOUND, "Another part was fitted here", "Pushrod, tip or lobe: to be watched"],
  }),
  alike: (_job, count, way) => ({
    text: `All ${count} gaps read so far are alike: ${way}. Are the lifters really bled down?`,
    checks: [
      "A lifter that holds oil takes up the gap: press its plunger down again until it stays.",
      "Is it the right set, read in the right unit?",
    ],
    answers: ["Bled down: plungers at the bottom", "Bled down anew: read again"],
  }),
};

/** "228.60 mm, was 227.80 mm": the last that was exchanged; null where nothing was, or no lengths are known. */
function partWords({ task: { plan } }: Pick<JobOf<DryGapTask>, "task">, work: readonly KeptEntry[]): string | null {
  const fitted = work.findLast((e) => e.kind === "fitted");
  if (fitted === undefined || plan === null) return null;
  const was = fitted.fromMm === null ? "" : `, was ${lengthWords(fitted.fromMm, plan.gear)}`;
  return `${lengthWords(fitted.lengthMm, plan.gear)}${was}`;
}

const wanted = ({ task }: JobOf<DryGapTask>, state: JobState) => lengthDemands(task.plan, state);

export const DRY_GAP: TaskRules<DryGapTask, null, DryGapStep> = {
  judgedIn: "spec-state",
  gapName: "Dry gap",

  rereads: false,
  judgesReadings: true,
  questions: QUESTIONS,
  gearAt: () => "dry",
  ownAt: () => null,

  checks: USUAL_CHECKS,
  // Once all are read: the parts that are wanted, so that they can be ordered in one go.
  wholeEngine: (job, state) =>
    state.surveying || state.ordered || wanted(job, state).length === 0
      ? null
      : { kind: "task", step: "order", valve: null, at: null, to: null },
  stands: (job, state) => {
    const { length } = wanted(job, state);
    return `${length === 1 ? "A part is" : `${length} parts are`} wanted: order, or lay out`;
  },

  takes: ["fitted", "ordered"],
  notHere: { set: "No screw sets this gap: fit a part of another length." },

  sheetWork: "dry-gap",
  partWords,
};
