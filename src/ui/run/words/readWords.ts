/** What is told while a valve is read. Pure. */
import type { Mover } from "@/core/engine/mover";
import type { ValveState } from "@/core/job/state/state";
import { isOffAim, mayBeHeldOpen, middleOf } from "@/core/job/ledger/readings";
import { offsetWords } from "@/core/heat/offset";
import { unitOf } from "@/core/job/words/specs";
import { capital, valveName } from "@/core/job/words/names";
import { readWhat, verdictOn } from "@/core/job/words/heights";
import { readingWords } from "@/core/job/words/readings";
import { withOwnCauses } from "@/core/job/questions/ownCauses";
import type { AtValve, RunContext, RunNow } from "../model";
import { bandOf } from "./band";
import { questionGrounds } from "./causes";
import { questionOf } from "../session/hand";
import { dragTryKey } from "../session/nextLeaf";
import { type Reading, type TappedReading, bladeOf, bladeOfKey, singleBlades } from "../../leaves/taps";
import {
  asEntry,
  couldAsk,
  feltWords,
  narrowWords,
  otherEndWords,
  provenAnswer,
  slackAnswers,
  soFar,
  tryWords,
} from "./leafWords";
import { lockAfterWords, setWords } from "./setWords";
import { throughWords } from "./through";
import { type Answer, type Instruction, instruction } from "./shape";
import { whereWords } from "./where";

export function doubtWords(context: RunContext, now: RunNow, valve: ValveState, doubt: string): Instruction {
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${capital(valveName(valve.valve, context.job.valves))} is not for this stop.`,
    grounds: [doubt, "Off its base circle every reading is wrong."],
    awaits: "Not at this stop",
    choices: [{ label: "Back to what is due", action: { kind: "back" } }],
  });
}

export function readWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { taps, tapped }: Reading,
  at: AtValve,
): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const base = { eyebrow: whereWords(context, now, valve.valve) };
  if (tapped.goes === null && tapped.noGo === null && tapped.problem === null)
    return firstLeafWords(context, now, valve);
  if (tapped.problem !== null)
    return instruction({ ...base, title: "One of these is a slip.", grounds: [tapped.problem] });
  const { whole } = tapped;
  const asked = askedFirstWords(context, now, valve, tapped);
  if (asked !== null) return asked;
  const ofRoom = whole === null ? null : (context.room.readingWords?.(context, now, valve, tapped) ?? null);
  if (ofRoom !== null) return ofRoom;
  const loose = valve.status === "turned" || valve.status === "inBandUnlocked";
  if (whole !== null && loose && tapped.verdict === "in")
    return lockAfterWords(context, now, valve, readingWords(whole));
  if (whole !== null && tapped.verdict === "in" && !isOffAim(context.job.allToAimMm, whole, valve.valve.spec)) {
    const locked =
      valve.status === "locked" && context.room.doneWord === "locked" ? "is locked, in spec" : "is in spec";
    return instruction({
      ...base,
      title: `${capital(name)} ${locked}: leave it.`,
      grounds: [
        `${readingWords(whole)} lies within ${bandOf(context, valve)}.${throughWords(context, valve, middleOf(whole))}`,
        ...(context.room.inBandGrounds?.(context) ?? []),
      ],
      button: leaveButton(name),
    });
  }
  const felt = feltWords(context, now, valve, { taps, tapped }, at);
  if (felt !== null) return felt;
  if (whole !== null && (tapped.verdict !== "undecided" || !tries(tapped))) {
    const enough = context.room.setsByFeel === true && !now.state.surveying && !couldAsk(context, now, valve, tapped);
    const narrowing = enough ? null : narrowWords(context, now, valve, { taps, tapped });
    if (narrowing !== null) return narrowing;
    const noted = noteWords(context, now, valve, tapped);
    if (noted !== null) return noted;
    if (context.room.outWords !== undefined) return context.room.outWords(context, now, valve, { taps, tapped }, at);
    const set = setWords(context, now, valve, tapped);
    return tapped.verdict === "undecided" && !tapped.advice.decided && tapped.advice.try === null
      ? { ...set, grounds: [...set.grounds, tapped.advice.why] }
      : set;
  }
  const dragKey = dragTryKey(taps, context.hand, valve.valve.spec.nominalMm);
  if (dragKey !== null)
    return tryWords(
      context,
      base.eyebrow,
      `Now try ${bladeOfKey(dragKey, context.hand.set)?.text ?? ""}.`,
      [soFar(tapped)],
      bladeOfKey(dragKey, context.hand.set),
    );
  if (tapped.verdict !== "undecided" || whole !== null || !tries(tapped))
    return otherEndWords(
      context,
      base.eyebrow,
      { taps, tapped },
      valve,
      tapped.goes !== null ? slackAnswers(context, now, valve) : [],
    );
  const blade =
    tapped.advice.decided || tapped.advice.try === null ? null : bladeOf(tapped.advice.try, context.hand.set);
  return tryWords(
    context,
    base.eyebrow,
    `Now try ${blade?.text ?? ""}.`,
    [`${soFar(tapped)}: that leaves it open. The band is ${bandOf(context, valve)}.`],
    blade,
  );
}

/** Whether the set has a leaf or stack that would decide. */
const tries = ({ advice }: TappedReading): boolean => !advice.decided && advice.try !== null;

function firstLeafWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const eyebrow = whereWords(context, now, valve.valve);
  if (valve.status === "read" && valve.last !== null) {
    return instruction({
      eyebrow,
      title: `${capital(name)} is in spec: leave it.`,
      grounds: [`It was read as ${readingWords(valve.last)}.`],
      button: leaveButton(name),
    });
  }
  const dragKey = dragTryKey({}, context.hand, valve.valve.spec.nominalMm);
  const blade = bladeOfKey(dragKey ?? nearest(context, valve.valve.spec.nominalMm), context.hand.set);
  const first = blade === null ? "" : `: try ${blade.text} first`;
  const title =
    context.room.readTitle !== undefined
      ? `${context.room.readTitle} ${name}${valve.status === "locked" ? " again" : ""}${first}.`
      : `${readTitle(readWhat(name, valve.valve), valve.status, context.locking)}${first}.`;
  const proven = provenAnswer(context, now, valve, blade);
  const others = [...(proven === null ? [] : [proven]), ...slackAnswers(context, now, valve)];
  return tryWords(context, eyebrow, title, [groundsOf(context, valve)], blade, others);
}

const nearest = ({ hand }: RunContext, mm: number): string =>
  [...singleBlades(hand.set)].sort((a, b) => Math.abs(a.mm - mm) - Math.abs(b.mm - mm))[0]?.key ?? "";

function readTitle(name: string, status: ValveState["status"], { locks }: RunContext["locking"]): string {
  if (!locks && (status === "locked" || status === "turned")) return `Put together? Then read ${name} again`;
  if (status === "locked") return `Locked? Then read ${name} again`;
  if (status === "turned") return `Lock still loose: read ${name}`;
  return status === "due" ? `Read ${name} once more` : `Read ${name}`;
}

const FEEL = {
  "go-no-go": "A leaf goes when it slides with no more than light drag.",
  drag: "Light, even drag: the leaf slides, and you feel it.",
  overshoot: "One step over the spec, to a definite drag: just under it is right.",
} as const;

/** What would falsify the feel. */
const TOOLS_OFF: Record<Mover["name"], string> = {
  rocker: "the wrench off the rocker",
  follower: "the wrench off the follower",
  bucket: "your weight off the bucket",
  tappet: "the wrench off the tappet",
};

function groundsOf(context: RunContext, valve: ValveState): string {
  const { hand, job, room } = context;
  const own = room.readGrounds?.(context) ?? null;
  if (own !== null) return own;
  if (valve.valve.block !== undefined)
    return `Datum, block and follower clean, the block flat and held still: a leaf goes under it when it slides with no more than light drag. Keep ${TOOLS_OFF[context.engine.mover.name]}. The band is ${bandOf(context, valve)}.`;
  if (valve.status === "locked")
    return `Tool off the ${context.engine.mover.name}, no leaf pushed down by hand.${!context.locking.locks ? "" : " Locking often moves the lash."}`;
  if (valve.status === "turned" && context.locking.locks)
    return "Hold it where it is. Before and after locking shows how far the lock moves it.";
  const judged =
    job.offset === null
      ? ""
      : ` Judged through an offset: ${offsetWords(job.offset, job.state, unitOf(context.file))}.`;
  return `${room.readLead?.(valve) ?? ""}${FEEL[hand.school]} Keep ${TOOLS_OFF[context.engine.mover.name]} while you feel.${judged}`;
}

/** A reading that raises a question: it is kept with the answer, before a turn is told, so that a turn is told once. */
function askedFirstWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { whole }: TappedReading,
): Instruction | null {
  const { stop } = now.state;
  const asked =
    whole === null || stop === null ? null : questionOf(context, now.state, asEntry(valve, stop.letter, whole));
  const [first] = asked?.answers ?? [];
  if (whole === null || asked === null || first === undefined) return null;
  const question = withOwnCauses(asked, context.ownCauses);
  const note = { kind: "note", stay: !now.state.surveying } as const;
  const held =
    valve.valve.role !== "injector" && mayBeHeldOpen(whole, valve.valve.spec) ? " Do not run the engine so." : "";
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: question.text,
    grounds: [
      ...questionGrounds(context, question, valve.valve),
      `What you read is kept with your answer; nothing is turned yet.${held}`,
    ],
    button: { label: first, action: { ...note, answer: first } },
    choices: [{ label: "Another answer", action: note }],
  });
}

/** While all are read as found first: what was read is kept, nothing is turned yet. */
function noteWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading): Instruction | null {
  if (!now.state.surveying || tapped.whole === null) return null;
  const name = valveName(valve.valve, context.job.valves);
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${capital(name)} ${tapped.verdict === "undecided" ? "is not decided" : verdictOn(valve.valve, tapped.verdict)}: noted, set it later.`,
    grounds: [
      `${readingWords(tapped.whole)}, band ${bandOf(context, valve)}. All valves are read as found before any is turned.`,
    ],
    button: { label: "Noted, go on", action: { kind: "note" } },
  });
}

/** Touched again while others are not read yet: it waits. */
export function notedWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const name = capital(valveName(valve.valve, context.job.valves));
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${name} is noted: it is set once all are read.`,
    grounds:
      valve.last === null ? [] : [`It was read as ${readingWords(valve.last)}, band ${bandOf(context, valve)}.`],
    choices: [{ label: "Back to what is due", action: { kind: "back" } }],
  });
}

const leaveButton = (name: string): Answer => ({ label: `${capital(name)} is done`, action: { kind: "leave" } });
