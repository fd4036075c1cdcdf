/** The room of hydraulic lifters. */
import { unitOf } from "@/core/job/words/specs";
import { plungerWords, depthFigure, depthWords } from "@/core/preload/plunger";
import { firstSchool } from "@/core/preload/zeroLash";
import type { ValveState } from "@/core/job/state/state";
import type { PreloadStep } from "@/core/job/tasks/preload/next";
import type { ValvePreload } from "@/core/job/tasks/preload/plunger";
import { preloadWords, spreadWords } from "@/core/job/tasks/preload/sheet";
import type { PreloadTask } from "@/core/job/tasks/preload/task";
import { capital } from "@/core/job/words/names";
import { type InHandLines, type TaskRoom, type RunContext } from "../../model";
import { wrenchCheck } from "../../words/closeWords";
import type { LifterRun } from "./lifterRun";
import { LifterPanel } from "./LifterPanel";
import { WaitPanel } from "./WaitPanel";
import { type LifterChoice, lifterLockWords, lifterWords, turnGrounds, waitWords } from "./words";

type Lifter = ValveState<ValvePreload | null>;

/** The lines about the lifter in hand. */
function inHand({ own, status, valve }: Lifter, name: string, { file }: RunContext): InHandLines {
  const unit = unitOf(file);
  const verdict = status === "locked" || status === "read" ? (own?.verdict ?? null) : null;
  const { lowMm, highMm } = valve.spec;
  return {
    title: `${capital(name)}${verdict === null ? (STANDS[status] ?? "") : verdict === "undecided" ? " is not decided yet" : ` is ${plungerWords(verdict, { school: own?.depth ?? "middle" }).split(":")[0]}`}`,
    figures: `${own?.coldMm == null ? "" : `${depthWords(own.coldMm, own)} deep · `}window ${depthFigure(lowMm, { unit })}–${depthWords(highMm, { unit })}`,
    verdict: verdict ?? "",
  };
}

const STANDS: Partial<Readonly<Record<Lifter["status"], string>>> = {
  zeroed: " is at zero lash",
  turned: ": lock is loose",
  due: ": once more",
};

function panel(run: LifterRun) {
  const { next } = run.now;
  if (next.kind === "wait") return <WaitPanel run={run} />;
  return !run.doubted && (next.kind === "task" || next.kind === "lock") ? <LifterPanel run={run} /> : null;
}

export const PRELOAD_ROOM: TaskRoom<PreloadTask, ValvePreload | null, PreloadStep, LifterChoice> = {
  doneWord: "locked",
  gapWord: "window",
  noChoice: ({ job }) => ({
    school: firstSchool(job.task.plan.lifters).school,
    foundTurns: null,
    turns: job.task.plan.targetTurns,
    again: false,
  }),
  keptChoices: ["school"],
  doubtedSteps: ["zero"],
  stepWords: lifterWords,
  lockWords: lifterLockWords,
  turnGrounds,
  waitWords,
  waitedReason: ({ job }) =>
    `Waited ${job.task.plan.bleedMinutes ?? 0} minutes on this device while the network was away`,
  locksCheck: (context, { state }) => {
    const spread = spreadWords(context.job, state);
    return wrenchCheck(context, spread === null ? [] : [spread]);
  },
  startedGrounds: () => [
    "Lifters may clatter until they have filled. One that still ticks gets one step more, within its window.",
  ],
  panel,
  inHand,
  markFigure: ({ own }) => (own?.coldMm == null ? "" : depthFigure(own.coldMm, own)),
  markWords: ({ own }) => (own === null ? null : preloadWords(own)),
};
