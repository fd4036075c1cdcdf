/** Positively closed valves: an opener and a closer each, exchanged and felt until neither drags nor moves. */
import { USUAL_CHECKS } from "../../closeOut/items";
import { FELT_NAMES } from "../../../shims/tries";
import type { JobOf } from "../../job";
import type { KeptEntry } from "../../ledger/entry";
import { OPENER_CLOSER_PARTS } from "../../ledger/kinds";
import { verdictOf } from "../../ledger/readings";
import type { RouteValve } from "../../../stops/route";
import { type NextThing, bridgeFirst } from "../../next/next";
import { NOTHING_FOUND } from "../../questions/question";
import { lashQuestionsWith, unlikePredicted } from "../../questions/lashQuestions";
import type { ValveState } from "../../state/state";
import { capital, valveName } from "../../words/names";
import { LASH_RULES } from "../lash";
import type { TaskRules } from "../rules";
import { wasWords } from "../shims/words";
import { type OpenerCloserStage, type ValveOpenerCloser, openerCloserAt } from "./openerCloser";
import type { OpenerCloserTask } from "./plan";
import { OPENER_CLOSER_REFUSALS } from "./refuse";

/** Holes are plugged and counted before anything is opened; then what opener and closer of a valve want. */
export type OpenerCloserStep = "plug" | "opener-closer";

type Thing = NextThing<ValveOpenerCloser>;

/** After parts were changed the closer is felt before its opener gap is read again. */
function atValve(_job: JobOf, valve: ValveState<ValveOpenerCloser>, at: RouteValve): Thing | null {
  const bridge = bridgeFirst(valve, at);
  if (bridge !== null) return bridge;
  const { stage } = valve.own;
  const wants = (valve.status === "read" || valve.status === "locked") && stage !== "right" && stage !== "read";
  return wants ? { kind: "task", step: "opener-closer", valve, at, to: null } : null;
}

const STAGES: Readonly<Record<OpenerCloserStage, string>> = {
  read: "read its opener gap",
  load: "read the loaded gap",
  parts: "another opener or closer",
  feel: "feel its closer",
  right: "opener and closer are right",
};

const stands = ({ valves }: JobOf, step: OpenerCloserStep, valve: ValveState<ValveOpenerCloser> | null): string =>
  step === "plug" || valve === null
    ? "Not begun: plug the holes, and count"
    : `${capital(valveName(valve.valve, valves))}: ${STAGES[valve.own.stage]}`;

/**
 * "opener 2.930 mm, was 2.850; closer 6.480 mm, was 6.400; closer felt: free": the last of each, and what was felt at
 * the end.
 */
export function openerCloserWords(work: readonly KeptEntry[]): string | null {
  const words = OPENER_CLOSER_PARTS.flatMap((part) => {
    const fitted = work.findLast((e) => e.kind === "fitted" && e.part === part);
    if (fitted?.kind !== "fitted") return [];
    const collets = fitted.collets === null ? "" : `, rings ${fitted.collets}`;
    return [`${part} ${fitted.lengthMm.toFixed(3)} mm${wasWords(fitted)}${collets}`];
  });
  const felt = work.filter((e) => e.kind === "closer-felt");
  const last = felt.at(-1);
  if (last !== undefined)
    words.push(
      `closer felt: ${FELT_NAMES[last.felt].name.toLowerCase()}${felt.length > 1 ? `, after ${felt.length} tries` : ""}`,
    );
  return words.length === 0 ? null : words.join("; ");
}

export const OPENER_CLOSER: TaskRules<OpenerCloserTask, ValveOpenerCloser, OpenerCloserStep> = {
  ...LASH_RULES,
  questions: {
    ...lashQuestionsWith({
      checks: [
        "Opener, closer or a collet not seated: press it down by hand, turn the cam once more.",
        "Lobe, rocker or tip worn: look at them.",
      ],
      answers: [NOTHING_FOUND, "Seated anew, it reads so now", "Lobe or rocker: to be watched"],
    }),
    more: unlikePredicted,
  },
  ownAt: ({ plan }, valve, work) => openerCloserAt(plan, valve.id, work, (r) => verdictOf(r, valve.spec) === "in"),
  checks: ["plugs", ...USUAL_CHECKS],
  before: (_job, state) =>
    state.plugged === null ? { kind: "task", step: "plug", valve: null, at: null, to: null } : null,
  atValve,
  stands: (job, _state, step, valve) => stands(job, step, valve),
  takes: ["fitted", "loaded-gap", "closer-felt", "plugged", "ordered"],
  notHere: { set: "Nothing is turned here: openers and closers are exchanged." },
  refusals: OPENER_CLOSER_REFUSALS,
  partWords: (_job, work) => openerCloserWords(work),
};
