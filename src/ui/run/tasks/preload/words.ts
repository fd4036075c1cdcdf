/** What is told at a hydraulic lifter. Pure. */
import type { RouteStop } from "@/core/stops/route";
import { bleedRemaining } from "@/core/job/tasks/preload/bleeding";
import type { Draft } from "@/core/job/ledger/entry";
import { meaningOf } from "@/core/preload/gear";
import { plungerWords, depthFigure, depthWords as depthOf, travelWords } from "@/core/preload/plunger";
import { clockWords, pullsWords, turnsWords } from "@/core/preload/turning";
import { ZERO_SCHOOL_NAMES, type ZeroSchool, apartWords, firstSchool } from "@/core/preload/zeroLash";
import type { PreloadPlan } from "@/core/job/tasks/preload/plan";
import { type ValvePreload, awaitsProof, provenAt, wireAgrees } from "@/core/job/tasks/preload/plunger";
import type { PreloadThing } from "@/core/job/tasks/preload/next";
import type { PreloadTask } from "@/core/job/tasks/preload/task";
import { preloadWords } from "@/core/job/tasks/preload/sheet";
import type { ValveState } from "@/core/job/state/state";
import { capital, valveName } from "@/core/job/words/names";
import { readingWords } from "@/core/job/words/readings";
import type { LastTurnedIn } from "@/core/job/pages/run";
import { counted } from "@/core/record/counter";
import { approvedWords } from "../../words/approved";
import type { AtValve, RunContext, RunNow } from "../../model";
import { doubtWords } from "../../words/readWords";
import { READY_BLED_DOWN } from "../../words/ready";
import { type Answer, type Instruction, LEAVE_SO, instruction } from "../../words/shape";
import { whereWords } from "../../words/where";

/** A step more at a valve that ticks (trade: usually a quarter turn). */
export const STEP_TURNS = 0.25;

/** What is chosen at the lifter in hand before it is entered. */
export interface LifterChoice {
  readonly school: ZeroSchool;
  /** Turns that it took out to come to zero lash; null while not counted. */
  readonly foundTurns: number | null;
  /** Turns in, as chosen or as the job asks. */
  readonly turns: number;
  /** It is set again from zero lash. */
  readonly again: boolean;
}

type LifterContext = RunContext<PreloadTask>;
type LifterNow = RunNow<ValvePreload | null>;
type Lifter = ValveState<ValvePreload | null>;

/** A lifter goes back to zero lash, whatever was counted. */
const FROM_ZERO: Answer = {
  label: "Set it again from zero lash",
  action: { kind: "choose", choice: { again: true, foundTurns: null } },
};

interface At {
  readonly plan: PreloadPlan;
  readonly name: string;
  readonly eyebrow: string;
  readonly growthMm: number;
}

function at(context: LifterContext, now: LifterNow, valve: Lifter): At {
  const { plan } = context.job.task;
  return {
    plan,
    name: valveName(valve.valve, context.job.valves),
    eyebrow: whereWords(context, now, valve.valve),
    growthMm: plan.growthMm[valve.valve.role] ?? 0,
  };
}

const stopOf = ({ state }: LifterNow): string => state.stop?.letter ?? "";

/** The nut turned so far in one go; locked with it where that is one movement. */
const turned = ({ locking }: LifterContext, now: LifterNow, { valve }: Lifter, turns: number): Draft => ({
  kind: "set",
  valve: valve.id,
  stop: stopOf(now),
  turns,
  aimMm: null,
  locked: locking.inOneGo,
});

/** What is told at a step of a lifter. */
export function lifterWords(
  context: LifterContext,
  now: LifterNow,
  { step, valve, at: place }: PreloadThing,
  { choice, override }: AtValve<LifterChoice>,
): Instruction {
  if (valve === null) throw new RangeError(`lifterWords: ${step} without a valve`);
  if (step === "zero" && place?.doubt != null && override === null)
    return doubtWords(context, now, valve, place.doubt);
  if (step === "zero" || choice.again) return zeroWords(context, now, valve, choice, override);
  if (step === "turn-in") return turnInWords(context, now, valve, choice);
  return step === "step" ? stepWords(context, now, valve) : depthWords(context, now, valve);
}

function zeroWords(
  context: LifterContext,
  now: LifterNow,
  valve: Lifter,
  { school, foundTurns }: LifterChoice,
  override: string | null,
): Instruction {
  const { plan, name, eyebrow } = at(context, now, valve);
  const { how, doing, there } = ZERO_SCHOOL_NAMES[school];
  const first = firstSchool(plan.lifters);
  return instruction({
    eyebrow,
    title: `Bring ${name} to zero lash: ${doing}.`,
    grounds: [
      `Back the nut off until it is loose, counting the turns if you can: that is how it was found. ${how}, and lift the tool off before you judge: its weight hides play.`,
      school === first.school
        ? first.why
        : `${ZERO_SCHOOL_NAMES[first.school].name} is offered first here: ${first.why.charAt(0).toLowerCase()}${first.why.slice(1)}`,
      ...approvedWords(context),
    ],
    button: {
      label: `${there}: zero lash`,
      action: {
        kind: "enter",
        drafts: [
          {
            kind: "zeroed",
            valve: valve.valve.id,
            stop: stopOf(now),
            school,
            foundTurns,
            apartTurns: null,
            reason: override,
          },
        ],
        stay: true,
        choose: { again: false, foundTurns: null },
      },
    },
  });
}

function turnInWords(context: LifterContext, now: LifterNow, valve: Lifter, { turns }: LifterChoice): Instruction {
  const { plan, eyebrow, growthMm, name } = at(context, now, valve);
  const { locking, file, lastTurnedIn } = context;
  const meaning = meaningOf(turns, plan.gear, growthMm);
  const bites = pullsWords(turns, file.adjuster?.swingDeg);
  const drafts = [turned(context, now, valve, turns)];
  const outside = meaning.verdict !== "in";
  const byWires = plan.provenByWires === true && outside;
  const leave = locking.inOneGo && !outside;
  const done: Answer = {
    label: `${turnsWords(turns)} in${locking.kind === "self-locking" ? "" : locking.inOneGo ? ", locked" : ""}`,
    action: { kind: "enter", drafts, leave, stay: !leave },
  };
  return instruction({
    eyebrow,
    title: `${capital(name)}: turn the nut in ${turnAndClock(turns)}.`,
    grounds: [
      `${bites === null ? "" : `${bites} `}${locking.how}`,
      `The nut itself goes ${depthOf(meaning.nutMm, plan.gear.plunger)}, the plunger ${depthFigure(meaning.coldMm, plan.gear.plunger)} of its ${travelWords(plan.gear.plunger)}${growthMm === 0 ? "" : `; hot it stands ${depthOf(meaning.hotMm, plan.gear.plunger)} deep`}. ${byWires ? proofGrounds(context, now) : outside ? `That is ${plungerWords(meaning.verdict, plan.gear.plunger)}.` : "That is in its window, cold and hot."}`,
      ...lastTimeGrounds(valve.own?.foundTurns ?? null, lastTurnedIn[valve.valve.id]),
      ...apartGrounds(valve.own, plan),
      ...approvedWords(context),
    ],
    button: { ...done, label: capital(done.label) },
    choices: leave
      ? [{ label: "Turned in: hold wires to it first", action: { kind: "enter", drafts, stay: true } }]
      : [],
  });
}

/** What stands behind turns that the levers put outside the window: the wires at the first lifter, held or awaited. */
function proofGrounds({ job }: LifterContext, { state }: LifterNow): string {
  const proven = provenAt(job.task, state);
  return proven?.own?.wire == null
    ? "By the levers that is outside its window: this lifter is the proof. Hold wires to it before the crank or another lifter is turned."
    : `By the levers that is outside its window; the wires at ${proven.valve.id} proved it: ${readingWords(proven.own.wire).replace(" by wire", "")}.`;
}

/** A count comes to an eighth of a turn at best (assumed): less is no movement. */
const COUNTED_TURNS = 0.125;

const stood = (turns: number): string => (turns === 0 ? "at zero lash" : `${turnsWords(turns)} in`);

/** Against last time, once it was counted on the way out. */
function lastTimeGrounds(foundTurns: number | null, last: LastTurnedIn | undefined): string[] {
  if (foundTurns === null || last === undefined) return [];
  const ago =
    last.usedSince === null || last.usedSince.count <= 0
      ? ""
      : `, ${counted(last.usedSince.count, last.usedSince.unit)} ago`;
  const moved = foundTurns - last.turns;
  const same = Math.abs(moved) < COUNTED_TURNS;
  return [
    `Found ${stood(foundTurns)}; left ${stood(last.turns)} last time${ago}${same ? ", the same." : `: ${turnsWords(moved)} ${moved > 0 ? "deeper" : "shallower"}. Look at its lock, its seat and its pushrod.`}`,
  ];
}

/** "half a turn, from 12 to 6"; whole turns say themselves by the clock. */
function turnAndClock(turns: number): string {
  const [size, clock] = [turnsWords(turns), clockWords(turns)];
  return clock.startsWith(size) ? clock : `${size}, ${clock}`;
}

const apartGrounds = (preload: ValvePreload | null, plan: PreloadPlan): string[] =>
  preload?.apartTurns == null || preload.school === null
    ? []
    : [
        `${apartWords(preload.school, preload.apartTurns, plan.gear)} Turns are counted from ${ZERO_SCHOOL_NAMES[preload.school].name.toLowerCase()}.`,
      ];

/** Locked: in its window it is done, else it is looked at. */
export function lifterLockWords(context: LifterContext, now: LifterNow, valve: Lifter): Instruction {
  const { name, eyebrow } = at(context, now, valve);
  const leave = valve.own?.verdict === "in";
  return instruction({
    eyebrow,
    title: `Lock ${name}, without letting it turn.`,
    grounds: [context.locking.how],
    button: {
      label: "Locked",
      action: {
        kind: "enter",
        drafts: [{ kind: "locked", valve: valve.valve.id, stop: stopOf(now) }],
        leave,
        stay: !leave,
      },
    },
  });
}

function stepWords(context: LifterContext, now: LifterNow, valve: Lifter): Instruction {
  const { plan, name, eyebrow, growthMm } = at(context, now, valve);
  const { own: preload } = valve;
  const then = meaningOf((preload?.turns ?? 0) + STEP_TURNS, plan.gear, growthMm);
  const base = {
    eyebrow,
    reasoned: LEAVE_SO,
  };
  const stands = preload === null ? "" : `${capital(name)} stands at ${preloadWords(preload)}.`;
  if (then.verdict === "deep") {
    return instruction({
      ...base,
      title: `${capital(name)} has no step left: set it again from zero lash.`,
      grounds: [
        `${stands} A quarter turn more is ${plungerWords("deep", plan.gear.plunger)}. If it still ticks after that, the lifter itself, its pushrod or the lobe is at fault.`,
      ],
      button: FROM_ZERO,
    });
  }
  return instruction({
    ...base,
    title: `${capital(name)} ticks: ${turnsWords(STEP_TURNS)} more, ${clockWords(STEP_TURNS)}.`,
    grounds: [
      `${stands} One step takes it to ${depthOf(then.coldMm, plan.gear.plunger)}${growthMm === 0 ? "" : `, hot ${depthOf(then.hotMm, plan.gear.plunger)}`}: ${plungerWords(then.verdict, plan.gear.plunger)}. One step only; if it still ticks, look for another cause.`,
      context.locking.how,
    ],
    button: {
      label: `A quarter turn more${context.locking.kind === "self-locking" ? "" : ", locked"}`,
      action: {
        kind: "enter",
        drafts: [turned(context, now, valve, STEP_TURNS)],
        leave: context.locking.inOneGo,
        stay: !context.locking.inOneGo,
      },
    },
    choices: [FROM_ZERO],
  });
}

function depthWords(context: LifterContext, now: LifterNow, valve: Lifter): Instruction {
  const { name, eyebrow, plan } = at(context, now, valve);
  const { own: preload } = valve;
  const verdict = preload?.verdict ?? "undecided";
  const stands =
    preload?.wire != null
      ? `Wires say ${readingWords(preload.wire).replace(" by wire", "")}${preload.coldMm === null ? "" : `, the count says ${depthOf(preload.coldMm, preload)}`}.`
      : preload === null
        ? ""
        : `${capital(preloadWords(preload))}.`;
  const apart =
    preload !== null && !wireAgrees(preload)
      ? plan.provenByWires === true && verdict === "in"
        ? ["The wires count, not the levers: the others may be turned in alike."]
        : ["They disagree: a miscount, a plunger that is not at rest, or another lifter than the file says."]
      : [];
  const grounds = [
    `${stands} Its window is ${depthFigure(valve.valve.spec.lowMm, plan.gear.plunger)} to ${depthFigure(valve.valve.spec.highMm, plan.gear.plunger)} of ${travelWords(plan.gear.plunger)}, cold.`,
    ...apart,
    ...approvedWords(context),
  ];
  if (awaitsProof(context.job.task, now.state)?.valve.id === valve.valve.id && preload?.wire == null)
    return instruction({
      eyebrow,
      title: `Hold wires to the plunger of ${name}: they prove the turns.`,
      grounds: [...grounds, "Nothing else is turned before, neither the crank nor another lifter."],
      awaits: "Tap the wires",
      choices: [FROM_ZERO],
    });
  const proven = preload?.wire == null && verdict === "undecided" ? provenAt(context.job.task, now.state) : null;
  if (proven?.own?.wire != null && Math.abs((preload?.turns ?? 0) - plan.targetTurns) < 1e-6)
    return instruction({
      eyebrow,
      title: `${capital(name)} is turned in as ${proven.valve.id}, where the wires proved it: leave it.`,
      grounds,
      button: {
        label: `${capital(name)} is done`,
        action: {
          kind: "leave",
          reason: `Turned in as ${proven.valve.id}: the wires there said ${readingWords(proven.own.wire).replace(" by wire", "")}`,
        },
      },
      choices: [FROM_ZERO],
    });
  if (verdict === "in")
    return instruction({
      eyebrow,
      title: `${capital(name)} stands in its window: leave it.`,
      grounds,
      button: { label: `${capital(name)} is done`, action: { kind: "leave" } },
      choices: [FROM_ZERO],
    });
  return instruction({
    eyebrow,
    title: `${capital(name)} is ${verdict === "undecided" ? "not surely in its window" : plungerWords(verdict, plan.gear.plunger)}.`,
    grounds,
    button: FROM_ZERO,
    reasoned: LEAVE_SO,
  });
}

/** While the crank goes on before all have bled down: how many have not, and how far it may go. */
export function turnGrounds({ job }: LifterContext, { state, nowMs }: LifterNow, to: RouteStop): readonly string[] {
  const still = state.squeezed.filter(
    (s) => bleedRemaining(job, { squeezed: [s], stop: state.stop }, nowMs, null) > 0,
  );
  const valves = new Set(still.map((s) => s.valve)).size;
  return valves === 0
    ? []
    : [
        `${valves === 1 ? "One lifter has" : `${valves} lifters have`} not bled down yet. As far as stop ${to.letter} ${valves === 1 ? "its piston only goes" : "their pistons only go"} down and no lobe comes: slowly, and not a degree further.`,
      ];
}

/** Before the next turn: squeezed lifters bleed down. */
export function waitWords({ job }: LifterContext, { next }: LifterNow): Instruction {
  return instruction({
    eyebrow: `Before the crank goes on${next.kind === "wait" ? ` to stop ${next.to.letter}` : ""}`,
    awaits: "The crank waits",
    title: "Leave the crank where it is: the lifters bleed down.",
    grounds: [
      "A lifter that was squeezed full of oil holds its valve open until it has bled down: turned now, a valve can meet a piston.",
      `This shop waits ${job.task.plan.bleedMinutes ?? 0} minutes after the last squeeze. The shop keeps count: a reload or another device changes nothing about it.`,
    ],
    reasoned: {
      open: "They have bled down already",
      label: "How you know that they have bled down",
      submit: "Go on",
      ready: READY_BLED_DOWN,
      for: { kind: "bled" },
    },
  });
}
