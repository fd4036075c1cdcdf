/** Lash opened by grinding the stem's end: what is off can't be put back, so never much at once and never past the band. */
import { MOST_AT_ONCE_MM } from "../../../shims/grind";
import { middleOf } from "../../ledger/readings";
import type { SetEntry } from "../../ledger/entry";
import { lashQuestionsWith } from "../../questions/lashQuestions";
import { NOTHING_FOUND } from "../../questions/question";
import { adjustRefusal } from "../../refuse/refuse";
import type { ValveState } from "../../state/state";
import { LASH_RULES } from "../lash";
import type { TaskRules } from "../rules";

export interface GrindingTask {
  readonly kind: "grinding";
  readonly plan: null;
}

/** Rounding, far below any wheel. */
const EPS_MM = 1e-6;

/** Why a step is not taken: too much at once, or past the band; null when it may be. */
export function grindRefusal(valve: ValveState | undefined, { aimMm }: Pick<SetEntry, "aimMm">): string | null {
  if (valve?.last == null) return null;
  // Too wide: the seat was recut, or another valve fitted.
  if (aimMm === null) return middleOf(valve.last) > valve.valve.spec.nominalMm ? null : "Say how far it is ground.";
  if (aimMm - middleOf(valve.last) > MOST_AT_ONCE_MM + EPS_MM)
    return `Not more than ${MOST_AT_ONCE_MM} mm at once: it can't be put back. Read again, then take the next step.`;
  return aimMm > valve.valve.spec.highMm + EPS_MM
    ? `That would be past the band of ${valve.valve.id}, and what is ground off can't be put back.`
    : null;
}

export const GRINDING: TaskRules<GrindingTask, null> = {
  ...LASH_RULES,
  takes: ["set"],
  locks: false,
  // No lock could have slipped: nothing is screwed here.
  questions: lashQuestionsWith({
    checks: [
      "A part not seated: move the tappet by hand.",
      "Lobe, tappet or stem worn: look at them. Was it ground before?",
    ],
    answers: [NOTHING_FOUND, "It was ground too far before", "Lobe or tappet: to be watched"],
  }),
  refusals: {
    set: (_job, state, entry) => adjustRefusal(state, entry, { more: (valve) => grindRefusal(valve, entry) }),
  },
};
