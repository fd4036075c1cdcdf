/** What is told while a valve is read. Pure. */
import type { ValveState } from "@/core/run/state";
import { isRight } from "@/core/shims/tries";
import { middleOf, offAim } from "@/core/run/job";
import { offsetWords } from "@/core/run/offsetWords";
import { bandWords, capital, readingWords, specUnit, valveName } from "@/core/run/words";
import { approvedWords } from "./approved";
import type { RunContext, RunNow } from "./model";
import { triedWords } from "./pairWords";
import { DRY_GAP_CONSEQUENCE } from "./partWords";
import { lockAfterWords, setWords } from "./setWords";
import {
  type Blade,
  NONE_KEY,
  type Reading,
  type TappedReading,
  bladeOf,
  bladeOfKey,
  dragTryKey,
  singleBlades,
} from "./taps";
import { throughWords } from "./through";
import { type Choice, type Instruction, told } from "./told";
import { whereWords } from "./where";

export function doubtWords(context: RunContext, now: RunNow, valve: ValveState, doubt: string): Instruction {
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${capital(valveName(valve.valve, context.job.valves))} is not for this stop.`,
    grounds: [doubt, "Off its heel every reading is wrong."],
    choices: [{ label: "Back to what is due", action: { kind: "back" } }],
  });
}

export function readWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { taps, tapped }: Reading,
): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const base = { eyebrow: whereWords(context, now, valve.valve) };
  if (tapped.goes === null && tapped.noGo === null && tapped.problem === null)
    return firstLeafWords(context, now, valve);
  if (tapped.problem !== null) return told({ ...base, title: "One of these is a slip.", grounds: [tapped.problem] });
  const { whole } = tapped;
  if (
    whole !== null &&
    valve.pair !== null &&
    (tapped.verdict !== "in" || valve.pair.felt === null || !isRight(valve.pair.felt))
  )
    return openerWords(context, now, valve, tapped);
  const loose = valve.status === "turned" || valve.status === "ready";
  if (whole !== null && loose && tapped.verdict === "in")
    return lockAfterWords(context, now, valve, readingWords(whole));
  if (whole !== null && tapped.verdict === "in" && !offAim(context.job, whole, valve.valve.spec)) {
    const locked = valve.status === "set" && context.job.work === "lash" ? "is locked in its band" : "is in its band";
    return told({
      ...base,
      title: `${capital(name)} ${locked}: leave it.`,
      grounds: [
        `${readingWords(whole)} lies within ${bandOf(context, valve)}.${throughWords(context, valve, middleOf(whole))}`,
        ...(context.job.work === "dry-gap" ? approvedWords(context) : []),
      ],
      button: leaveButton(name),
    });
  }
  if (whole !== null && (tapped.verdict !== "undecided" || !tries(tapped))) {
    const noted = noteWords(context, now, valve, tapped);
    if (noted !== null) return noted;
    if (context.job.work === "dry-gap") return gapWords(context, now, valve, tapped);
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
    return otherEndWords(context, base.eyebrow, tapped, name);
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
    return told({
      eyebrow,
      title: `${capital(name)} is in its band: leave it.`,
      grounds: [`It was read as ${readingWords(valve.last)}.`],
      button: leaveButton(name),
    });
  }
  const dragKey = dragTryKey({}, context.hand, valve.valve.spec.nominalMm);
  const blade = bladeOfKey(dragKey ?? nearest(context, valve.valve.spec.nominalMm), context.hand.set);
  const first = blade === null ? "" : `: try ${blade.text} first`;
  const title =
    context.job.work === "dry-gap"
      ? `Read the dry gap of ${name}${valve.status === "set" ? " again" : ""}${first}.`
      : valve.status === "set"
        ? `Locked? Then read ${name} again${first}.`
        : valve.status === "turned"
          ? `Lock still loose: read ${name}${first}.`
          : valve.status === "due"
            ? `Read ${name} once more${first}.`
            : `Read ${name}${first}.`;
  return tryWords(context, eyebrow, title, [groundsOf(context, valve)], blade);
}

const nearest = ({ hand }: RunContext, mm: number): string =>
  [...singleBlades(hand.set)].sort((a, b) => Math.abs(a.mm - mm) - Math.abs(b.mm - mm))[0]?.key ?? "";

function groundsOf(context: RunContext, valve: ValveState): string {
  const { hand, job } = context;
  if (job.work === "dry-gap")
    return `Lifter bled down, its plunger pressed to the bottom and held there: then the gap between rocker and valve tip. Oil left in it hides the gap.${approvedWords(
      context,
    )
      .map((w) => ` ${w}`)
      .join("")}`;
  if (valve.status === "set")
    return "Tool off the rocker, no leaf pushed down by hand. Locking often moves the lash.";
  if (valve.status === "turned")
    return "Hold it where it is. Before and after locking shows how far the lock moves it.";
  const lead =
    job.closing === null
      ? ""
      : `The opener gap: valve shut, nothing pressed. ${triedWords(valve.pair ?? { tries: [] }).join("")} `;
  const feel =
    hand.school === "go-no-go"
      ? "A leaf goes when it slides with no more than light drag."
      : hand.school === "drag"
        ? "Light, even drag: the leaf slides, and you feel it."
        : "One step over the spec, to a definite drag: just under it is right.";
  const judged = job.offset === null ? "" : ` Judged through an offset: ${offsetWords(job.offset, job.state)}.`;
  return `${lead}${feel} Keep the wrench off the rocker while you feel.${judged}`;
}

/** Asks for a leaf: the first key says that it goes (or drags), the second that it does not. */
function tryWords(
  { hand }: RunContext,
  eyebrow: string,
  title: string,
  grounds: readonly string[],
  blade: Blade | null,
): Instruction {
  if (blade === null) return told({ eyebrow, title, grounds });
  const said = (label: string, tap: "goes" | "no" | "drag"): Choice => ({
    label,
    action: { kind: "tap", key: blade.key, said: tap },
  });
  const figure = blade.text;
  const answers =
    hand.school === "go-no-go"
      ? { button: said(`${figure} goes`, "goes"), choices: [said("Does not go", "no")] }
      : {
          button: said(`${figure} ${hand.school === "drag" ? "drags lightly" : "drags firmly"}`, "drag"),
          choices: [said("Does not go", "no"), said("Goes loose", "goes")],
        };
  return told({ eyebrow, title, grounds, tryKey: blade.key, ...answers });
}

function otherEndWords(context: RunContext, eyebrow: string, tapped: TappedReading, name: string): Instruction {
  const singles = singleBlades(context.hand.set);
  const lead = capital(tapped.verdict === "undecided" ? name : tapped.verdict);
  if (tapped.noGo === null) {
    const thicker = singles.find((b) => b.mm > (tapped.goes?.mm ?? 0) + 1e-6) ?? null;
    return tryWords(
      context,
      eyebrow,
      thicker === null ? "This set ends here: take a thicker one." : `${lead}. Now find a leaf that does not go.`,
      [`${tapped.goes?.text} goes. How far to turn is known once a leaf refuses.`],
      thicker,
    );
  }
  const thinner = singles.findLast((b) => b.mm < (tapped.noGo?.mm ?? 0) - 1e-6) ?? null;
  const grounds = [`${tapped.noGo.text} does not go. How far to turn is known once a leaf goes, or none does.`];
  if (thinner !== null) return tryWords(context, eyebrow, `${lead}. Now find a leaf that goes.`, grounds, thinner);
  return told({
    eyebrow,
    title: `${lead}. Does no leaf go at all?`,
    grounds,
    tryKey: NONE_KEY,
    button: { label: "No leaf goes", action: { kind: "tap", key: NONE_KEY, said: "goes" } },
  });
}

/** While all are read as found first, or before a question is answered: what was read is kept, nothing is turned yet. */
function noteWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading): Instruction | null {
  if (!now.state.surveying || valve.status !== "unread" || tapped.whole === null) return null;
  const name = valveName(valve.valve, context.job.valves);
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `${capital(name)} is ${tapped.verdict === "undecided" ? "not decided" : tapped.verdict}: noted, set it later.`,
    grounds: [
      `${readingWords(tapped.whole)}, band ${bandOf(context, valve)}. All valves are read as found before any is turned.`,
    ],
    button: { label: "Noted, go on", action: { kind: "note" } },
  });
}

/** A dry gap out of its band: kept as read, and the part is looked for from there. */
function gapWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const { verdict, whole } = tapped;
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `The dry gap of ${name} is ${verdict === "tight" ? "too small" : verdict === "loose" ? "too large" : "not surely in its band"}.`,
    grounds: [
      `${whole === null ? "" : `${readingWords(whole)}; `}band ${bandOf(context, valve)}.`,
      ...(verdict === "tight" || verdict === "loose" ? [DRY_GAP_CONSEQUENCE[verdict]] : []),
      ...approvedWords(context),
    ],
    button: { label: "So it reads: which part?", action: { kind: "note" } },
  });
}

/** The opener gap is kept as read: what the pair wants follows from there. */
function openerWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { whole, verdict }: TappedReading,
): Instruction {
  const said =
    verdict === "in"
      ? "is in its band"
      : verdict === "tight"
        ? "is too small"
        : verdict === "loose"
          ? "is too large"
          : "is not surely in its band";
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `The opener gap of ${valveName(valve.valve, context.job.valves)} ${said}.`,
    grounds: [
      `${whole === null ? "" : `${readingWords(whole)}; `}band ${bandOf(context, valve)}. The closer comes next.`,
    ],
    button: { label: "So it reads: go on", action: { kind: "note" } },
  });
}

const leaveButton = (name: string): Choice => ({ label: `${capital(name)} is done`, action: { kind: "leave" } });

const soFar = ({ goes, noGo }: TappedReading): string =>
  [goes === null ? null : `${goes.text} goes`, noGo === null ? null : `${noGo.text} does not`]
    .filter((s) => s !== null)
    .join(", ");

const bandOf = ({ file }: RunContext, valve: ValveState): string =>
  bandWords(valve.valve.spec, specUnit(file.lash?.[valve.valve.role]));
