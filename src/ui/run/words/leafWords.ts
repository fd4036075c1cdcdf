/** What is told of the leaf to try next. Pure. */
import { stackBeyond } from "@/core/lash/leaf";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { passAfter } from "@/core/job/state/pass";
import type { ValveState } from "@/core/job/state/state";
import { capital, valveName } from "@/core/job/words/names";
import type { RunContext, RunNow } from "../model";
import { questionOf } from "../session/hand";
import { narrowKey } from "../session/nextLeaf";
import {
  type Blade,
  type Reading,
  type Tap,
  type TappedReading,
  type WholeReading,
  bladeOf,
  bladeOfKey,
  singleBlades,
} from "../../leaves/taps";
import { type Answer, type Instruction, instruction } from "./shape";
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

/** Nothing is found where the gear was run down by hand, or is new: setting begins with the leaf in. */
export function slackAnswers({ rules }: RunContext, { state }: RunNow, { status, valve }: ValveState): Answer[] {
  if (state.stop === null || status !== "unread" || !rules.takes.includes("slack")) return [];
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
  const lead = capital(tapped.verdict === "undecided" ? valveName(valve, context.job.valves) : tapped.verdict);
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
    `${tapped.verdict === "undecided" ? "Not decided yet" : capital(tapped.verdict)}. How far out is it? Try ${blade.text}.`,
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
