/** What is told of the leaf to try next. Pure. */
import { stackBeyond } from "@/core/lash/leaf";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { isOffAim } from "@/core/job/ledger/readings";
import { passAfter } from "@/core/job/state/pass";
import type { ValveState } from "@/core/job/state/state";
import { verdictIn } from "@/core/job/words/heights";
import { capital, valveName } from "@/core/job/words/names";
import type { AtValve, RunContext, RunNow } from "../model";
import { isDoubted, questionOf } from "../session/hand";
import { narrowKey } from "../session/nextLeaf";
import {
  type Blade,
  type Reading,
  type Tap,
  type TappedReading,
  type Taps,
  type WholeReading,
  bladeOf,
  bladeOfKey,
  readTaps,
  singleBlades,
} from "../../leaves/taps";
import { type Action, type Answer, type Instruction, instruction } from "./shape";
import { bandOf } from "./band";
import { whereWords } from "./where";

/** Asks for a leaf: the first key says that it goes (or drags), the second that it does not. */
export function tryWords(
  { hand }: RunContext,
  eyebrow: string,
  title: string,
  grounds: readonly string[],
  blade: Blade | null,
  others: readonly Answer[] = [],
): Instruction {
  if (blade === null) return instruction({ eyebrow, title, grounds, choices: others });
  const saying = (label: string, tap: Tap): Answer => ({
    label,
    action: { kind: "tap", key: blade.key, tap },
  });
  const figure = blade.text;
  const answers =
    hand.school === "go-no-go"
      ? { button: saying(`${figure} goes`, "goes"), choices: [saying("Does not go", "no"), ...others] }
      : {
          button: saying(`${figure} ${hand.school === "drag" ? "drags lightly" : "drags firmly"}`, "drag"),
          choices: [saying("Does not go", "no"), saying("Goes loose", "goes"), ...others],
        };
  return instruction({ eyebrow, title, grounds, tryKey: blade.key, ...answers });
}

/**
 * One tap where all that proves it was tried before anything was tapped: `first` goes and the next leaf does not, or,
 * where the set has no such pair, `first` just drags. It is kept, and the valve is done. Null where that would not be in
 * its band, is asked about, or is the school's own first answer anyway.
 */
export function provenAnswer(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  first: Blade | null,
): Answer | null {
  const { hand } = context;
  if (first === null || hand.school !== "go-no-go") return null;
  const next = singleBlades(hand.set).find((b) => b.mm > first.mm + 1e-6);
  const pair = next === undefined ? null : doneWith(context, now, valve, { [first.key]: "goes", [next.key]: "no" });
  if (pair !== null && next !== undefined)
    return { label: `${first.text} goes, ${next.text} does not: done`, action: pair };
  const felt = doneWith(context, now, valve, { [first.key]: "drag" });
  return felt === null ? null : { label: `${first.text} just drags: done`, action: felt };
}

/** The valve is left on what these taps read; null where it could not be (its lock is loose), or not without more being said. */
function doneWith(context: RunContext, now: RunNow, valve: ValveState, taps: Taps): Action | null {
  const { state } = now;
  const loose = valve.status === "turned" || valve.status === "inBandUnlocked";
  if (loose || isDoubted(context, now)) return null;
  const tapped = readTaps(taps, null, context.hand, valve.valve.spec);
  const { whole, verdict } = tapped;
  if (state.stop === null || whole === null || verdict !== "in") return null;
  const read = asEntry(valve, state.stop.letter, whole);
  const more =
    isOffAim(context.job.allToAimMm, whole, valve.valve.spec) ||
    questionOf(context, state, read) !== null ||
    (context.room.readingWords?.(context, now, valve, tapped) ?? null) !== null;
  return more ? null : { kind: "enter", drafts: [read], leave: true };
}

/** What is chosen while a valve is read. */
interface ReadChoice {
  /** How often it was worked on when its leaf was felt to slide loose. */
  readonly slidesAt?: number;
}

/**
 * Two leaves are told apart by this set and the band ends between them: whether the one that goes just drags decides.
 * Null where that is not so, or it was said to slide loose.
 */
export function feltWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { taps, tapped }: Reading,
  { choice }: AtValve,
): Instruction | null {
  const { advice, verdict, whole } = tapped;
  const open = verdict === "undecided" && !advice.decided && advice.try === null;
  if (!open || whole === null || whole.value !== null || (choice as ReadChoice).slidesAt === valve.work.length)
    return null;
  const key = Object.keys(taps).find(
    (k) => taps[k] === "goes" && bladeOfKey(k, context.hand.set)?.mm === whole.goes.mm,
  );
  const action = key === undefined ? null : doneWith(context, now, valve, { [key]: "drag" });
  if (action === null) return null;
  const slides: ReadChoice = { slidesAt: valve.work.length };
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${soFar(tapped)}. Does ${whole.goes.text} just drag?`,
    grounds: [
      `${advice.why} The band is ${bandOf(context, valve)}: with ${whole.goes.text} just dragging it is in.`,
      "Light, even drag: the leaf slides, and you feel it.",
    ],
    button: { label: `${whole.goes.text} just drags: done`, action },
    choices: [{ label: "It slides loose", action: { kind: "choose", choice: { ...slides } } }],
  });
}

/** Nothing is found where the gear was run down by hand, or is new: setting begins with the leaf in. */
export function slackAnswers({ rules }: RunContext, { state }: RunNow, { status, valve }: ValveState): Answer[] {
  if (state.stop === null || status !== "unread" || valve.block !== undefined || !rules.takes.includes("slack"))
    return [];
  const slack = { kind: "slack" as const, valve: valve.id, stop: state.stop.letter };
  return [{ label: "Slack: nothing to find", action: { kind: "enter", drafts: [slack], stay: true } }];
}

export function otherEndWords(
  context: RunContext,
  eyebrow: string,
  { taps, tapped }: Reading,
  { valve }: ValveState,
  others: readonly Answer[],
): Instruction {
  const lead = capital(
    tapped.verdict === "undecided" ? valveName(valve, context.job.valves) : verdictIn(valve, tapped.verdict),
  );
  const key = narrowKey(taps, context.hand, valve.spec);
  const single = key === null ? null : bladeOfKey(key, context.hand.set);
  const { hand } = context;
  const stack =
    single === null && tapped.goes !== null && tapped.noGo === null ? stackBeyond(hand.stacks, tapped.goes.mm) : null;
  const blade = single ?? (stack === null ? null : bladeOf(stack, hand.set));
  if (tapped.noGo === null)
    return tryWords(
      context,
      eyebrow,
      blade === null
        ? "This set ends here: take a thicker one."
        : `${lead}. Now find ${single === null ? "a stack" : "a leaf"} that does not go.`,
      [`${tapped.goes?.text} goes. How far out it is shows once a leaf refuses.`],
      blade,
      others,
    );
  const grounds = [`${tapped.noGo.text} does not go. How far out it is shows once a leaf goes.`];
  return tryWords(context, eyebrow, `${lead}. Now find a leaf that goes.`, grounds, blade);
}

/** Both ends are known, with leaves between them that were not tried: where it lies matters. Null where none does. */
export function narrowWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { taps, tapped }: Reading,
  others: readonly Answer[] = [],
): Instruction | null {
  const key = tapped.whole?.value === null ? narrowKey(taps, context.hand, valve.valve.spec) : null;
  const blade = key === null ? null : bladeOfKey(key, context.hand.set);
  if (blade === null) return null;
  return tryWords(
    context,
    whereWords(context, now, valve.valve),
    `${tapped.verdict === "undecided" ? "Not decided yet" : capital(verdictIn(valve.valve, tapped.verdict))}. How far out is it? Try ${blade.text}.`,
    [`${soFar(tapped)}: where between is not known yet.`],
    blade,
    others,
  );
}

/** Somewhere between its leaves it would raise a question: then it is first seen where it lies. */
export function couldAsk(context: RunContext, now: RunNow, valve: ValveState, { whole }: TappedReading): boolean {
  const { stop } = now.state;
  if (whole === null || stop === null) return false;
  const between = singleBlades(context.hand.set).filter(
    (b) => b.mm > whole.goes.mm + 1e-6 && b.mm < whole.noGo.mm - 1e-6,
  );
  const [first, last] = [between.at(0), between.at(-1)];
  return [
    ...(first === undefined ? [] : [{ ...whole, noGo: first }]),
    ...(last === undefined ? [] : [{ ...whole, goes: last }]),
  ].some((w) => questionOf(context, now.state, asEntry(valve, stop.letter, w)) !== null);
}

/** What is read, as it would be entered. */
export const asEntry = (
  { valve, work }: ValveState,
  stop: string,
  { fromMm: _, ...read }: WholeReading,
): ReadingEntry => ({
  id: "",
  supersedes: null,
  kind: "reading",
  valve: valve.id,
  stop,
  pass: passAfter(work),
  ...read,
  reason: null,
});

export const soFar = ({ goes, noGo }: TappedReading): string =>
  [goes === null ? null : `${goes.text} goes`, noGo === null ? null : `${noGo.text} does not`]
    .filter((s) => s !== null)
    .join(", ");
