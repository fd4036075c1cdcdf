/** What is told at a hydraulic lifter. Pure. */
import { meaningOf, plungerTravelMm } from "@/core/preload/gear";
import { PLUNGER_WORDS } from "@/core/preload/plunger";
import { clockWords, pullsWords, turnsWords } from "@/core/preload/turning";
import { ZERO_SCHOOL_NAMES, apartWords, firstSchool } from "@/core/preload/zeroLash";
import type { PreloadPlan } from "@/core/run/plans";
import { type ValvePreload, wireAgrees } from "@/core/run/preloadAt";
import type { RouteStop, RouteValve } from "@/core/run/route";
import { preloadWords } from "@/core/run/sheetLifter";
import type { ValveState } from "@/core/run/state";
import { capital, readingWords, valveName } from "@/core/run/words";
import { approvedWords } from "./approved";
import type { Lifter } from "./lifter";
import type { RunContext, RunNow } from "./model";
import { doubtWords } from "./readWords";
import { type Choice, type Instruction, told } from "./told";
import { whereWords } from "./where";

/** A step more at a valve that ticks (trade: usually a quarter turn). */
export const STEP_TURNS = 0.25;

interface At {
  readonly plan: PreloadPlan;
  readonly name: string;
  readonly eyebrow: string;
  readonly growthMm: number;
}

function at(context: RunContext, now: RunNow, valve: ValveState): At {
  const { preload } = context.job;
  if (preload === null) throw new RangeError("lifterWords: not a preload job");
  return {
    plan: preload,
    name: valveName(valve.valve, context.job.valves),
    eyebrow: whereWords(context, now, valve.valve),
    growthMm: preload.growthMm[valve.valve.role] ?? 0,
  };
}

export function lifterWords(
  context: RunContext,
  now: RunNow,
  kind: "zero" | "turn-in" | "step" | "depth" | "lock",
  valve: ValveState,
  place: RouteValve,
  lifter: Lifter,
): Instruction {
  if (place.doubt !== null && !lifter.overridden && kind === "zero")
    return doubtWords(context, now, valve, place.doubt);
  if (kind === "zero" || lifter.again) return zeroWords(context, now, valve, lifter);
  if (kind === "turn-in") return turnInWords(context, now, valve, lifter);
  if (kind === "lock") return lifterLockWords(context, now, valve);
  return kind === "step" ? stepWords(context, now, valve) : depthWords(context, now, valve);
}

function zeroWords(context: RunContext, now: RunNow, valve: ValveState, { school }: Lifter): Instruction {
  const { plan, name, eyebrow } = at(context, now, valve);
  const { how, doing, there } = ZERO_SCHOOL_NAMES[school];
  const first = firstSchool(plan.lifters);
  return told({
    eyebrow,
    title: `Bring ${name} to zero lash: ${doing}.`,
    grounds: [
      `Back the nut off until it is loose, counting the turns if you can: that is how it was found. ${how}, and lift the tool off before you judge: its weight hides play.`,
      school === first.school
        ? first.why
        : `${ZERO_SCHOOL_NAMES[first.school].name} is offered first here: ${first.why.charAt(0).toLowerCase()}${first.why.slice(1)}`,
      ...approvedWords(context),
    ],
    button: { label: `${there}: zero lash`, action: { kind: "zero", school } },
  });
}

function turnInWords(context: RunContext, now: RunNow, valve: ValveState, { turns }: Lifter): Instruction {
  const { plan, eyebrow, growthMm, name } = at(context, now, valve);
  const { locking, file } = context;
  const meaning = meaningOf(turns, plan.gear, growthMm);
  const bites = pullsWords(turns, file.adjuster?.swingDeg);
  const said = { kind: "turn-in" as const, turns };
  const outside = meaning.verdict !== "in";
  const done: Choice = {
    label: `${turnsWords(turns)} in${locking.kind === "self-locking" ? "" : locking.inOneGo ? ", locked" : ""}`,
    action: { ...said, then: locking.inOneGo && !outside ? "leave" : "look" },
  };
  return told({
    eyebrow,
    title: `${capital(name)}: turn the nut in ${turnsWords(turns)}, ${clockWords(turns)}.`,
    grounds: [
      `${bites === null ? "" : `${bites} `}${locking.how}`,
      `The nut itself goes ${meaning.nutMm.toFixed(2)} mm, the plunger ${meaning.coldMm.toFixed(2)} of its ${plan.gear.plunger.travelMm} mm${growthMm === 0 ? "" : `; hot it stands ${meaning.hotMm.toFixed(2)} in`}. ${outside ? `That is ${PLUNGER_WORDS[meaning.verdict]}.` : "That is in its window, cold and hot."}`,
      ...apartGrounds(valve.preload, plan),
      ...approvedWords(context),
    ],
    button: { ...done, label: capital(done.label) },
    choices:
      locking.inOneGo && !outside
        ? [{ label: "Turned in: hold wires to it first", action: { ...said, then: "look" } }]
        : [],
  });
}

const apartGrounds = (preload: ValvePreload | null, plan: PreloadPlan): string[] =>
  preload?.apartTurns == null || preload.school === null
    ? []
    : [
        `${apartWords(preload.school, preload.apartTurns, plungerTravelMm(1, plan.gear))} Turns are counted from ${ZERO_SCHOOL_NAMES[preload.school].name.toLowerCase()}.`,
      ];

function lifterLockWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const { name, eyebrow } = at(context, now, valve);
  return told({
    eyebrow,
    title: `Lock ${name}, without letting it turn.`,
    grounds: [context.locking.how],
    button: { label: "Locked", action: { kind: "lock" } },
  });
}

function stepWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const { plan, name, eyebrow, growthMm } = at(context, now, valve);
  const { preload } = valve;
  const then = meaningOf((preload?.turns ?? 0) + STEP_TURNS, plan.gear, growthMm);
  const again: Choice = { label: "Set it again from zero lash", action: { kind: "from-zero" } };
  const base = {
    eyebrow,
    reasoned: {
      open: "Leave it so, with a reason",
      label: "Why it is left so",
      submit: "Leave it",
      for: { kind: "leave" as const },
    },
  };
  const stands = preload === null ? "" : `${capital(name)} stands at ${preloadWords(preload)}.`;
  if (then.verdict === "deep") {
    return told({
      ...base,
      title: `${capital(name)} has no step left: set it again from zero lash.`,
      grounds: [
        `${stands} A quarter turn more is ${PLUNGER_WORDS.deep}. If it still ticks after that, the lifter itself, its pushrod or the lobe is at fault.`,
      ],
      button: again,
    });
  }
  return told({
    ...base,
    title: `${capital(name)} ticks: ${turnsWords(STEP_TURNS)} more, ${clockWords(STEP_TURNS)}.`,
    grounds: [
      `${stands} One step takes it to ${then.coldMm.toFixed(2)} mm${growthMm === 0 ? "" : `, hot ${then.hotMm.toFixed(2)}`}: ${PLUNGER_WORDS[then.verdict]}. One step only; if it still ticks, look for another cause.`,
      context.locking.how,
    ],
    button: {
      label: `A quarter turn more${context.locking.kind === "self-locking" ? "" : ", locked"}`,
      action: { kind: "turn-in", turns: STEP_TURNS, then: context.locking.inOneGo ? "leave" : "look" },
    },
    choices: [again],
  });
}

function depthWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const { name, eyebrow, plan } = at(context, now, valve);
  const { preload } = valve;
  const verdict = preload?.verdict ?? "undecided";
  const said =
    preload?.wire != null
      ? `Wires say ${readingWords(preload.wire).replace(" by wire", "")}${preload.coldMm === null ? "" : `, the count says ${preload.coldMm.toFixed(2)} mm`}.`
      : preload === null
        ? ""
        : `${capital(preloadWords(preload))}.`;
  const apart =
    preload !== null && !wireAgrees(preload)
      ? ["They disagree: a miscount, a plunger that is not at rest, or another lifter than the file says."]
      : [];
  const from: Choice = { label: "Set it again from zero lash", action: { kind: "from-zero" } };
  const grounds = [
    `${said} Its window is ${valve.valve.spec.lowMm.toFixed(2)} to ${valve.valve.spec.highMm.toFixed(2)} of ${plan.gear.plunger.travelMm} mm, cold.`,
    ...apart,
    ...approvedWords(context),
  ];
  if (verdict === "in")
    return told({
      eyebrow,
      title: `${capital(name)} stands in its window: leave it.`,
      grounds,
      button: { label: `${capital(name)} is done`, action: { kind: "leave" } },
      choices: [from],
    });
  return told({
    eyebrow,
    title: `${capital(name)} is ${verdict === "undecided" ? "not surely in its window" : PLUNGER_WORDS[verdict]}.`,
    grounds,
    button: from,
    reasoned: {
      open: "Leave it so, with a reason",
      label: "Why it is left so",
      submit: "Leave it",
      for: { kind: "leave" },
    },
  });
}

/** Before the next turn: squeezed lifters bleed down. */
export function waitWords({ job }: RunContext, to: RouteStop): Instruction {
  return told({
    eyebrow: `Before the crank goes on to stop ${to.letter}`,
    title: "Leave the crank where it is: the lifters bleed down.",
    grounds: [
      "A lifter that was squeezed full of oil holds its valve open until it has bled down: turned now, a valve can meet a piston.",
      `This shop waits ${job.preload?.bleedMinutes ?? 0} minutes after the last squeeze. The wait is kept by the shop: a reload or another device changes nothing about it.`,
    ],
    reasoned: {
      open: "They have bled down already",
      label: "How you know that they have bled down",
      submit: "Go on",
      for: { kind: "bled" },
    },
  });
}
