/** The one next thing as it is told. Pure; reading, setting and closing have files of their own. */
import { DEFAULT_TURNS } from "@/core/preload/gear";
import type { RouteStop } from "@/core/run/route";
import { barringWords, turnWords } from "@/core/run/words";
import { type Sight, sightWords } from "@/core/stops/sight";
import { signAt } from "@/core/stops/sign";
import { answerWords, barWords, checkWords, closeWords, closedWords, tightenWords } from "./closeWords";
import type { Lifter } from "./lifter";
import { lifterWords, waitWords } from "./lifterWords";
import type { RunContext, RunNow } from "./model";
import { bridgeWords, pairWords, plugWords } from "./pairWords";
import { fitWords, orderWords } from "./partWords";
import { doubtWords, readWords } from "./readWords";
import { lockWords, setWords } from "./setWords";
import { partsWords, seatWords } from "./shimWords";
import type { Reading } from "./taps";
import { type Choice, type Instruction, told } from "./told";

/** What is chosen by hand at the valve in hand, before it is entered. */
export interface Chosen {
  readonly lifter: Lifter;
  readonly part: { readonly lengthMm: number | null; readonly fromMm: number | null };
}

const NOTHING_CHOSEN: Chosen = {
  lifter: { school: "up-down", foundTurns: null, turns: DEFAULT_TURNS, again: false, overridden: false },
  part: { lengthMm: null, fromMm: null },
};

/** What to say now. `reading` is null when no valve is being read. */
export function instruct(
  context: RunContext,
  now: RunNow,
  reading: Reading | null,
  { lifter, part }: Chosen = NOTHING_CHOSEN,
): Instruction {
  const { next } = now;
  switch (next.kind) {
    case "closed":
      return closedWords(now);
    case "close":
      return closeWords(context, now);
    case "check":
      return checkWords(context, now, next.item);
    case "answer":
      return answerWords(context, next.question, next.about);
    case "tighten":
      return tightenWords(next.part);
    case "bar":
      return barWords(context, next.to);
    case "confirm":
      return confirmWords(context, now, next.at);
    case "turn":
      return turnInstruction(context, next.to, next.turnDeg, next.first);
    case "zero":
    case "turn-in":
    case "step":
    case "depth":
      return lifterWords(context, now, next.kind, next.valve, next.at, lifter);
    case "wait":
      return waitWords(context, next.to);
    case "parts":
      return partsWords(context, next.valves);
    case "plug":
      return plugWords();
    case "bridge":
      return bridgeWords(context, now, next.valve);
    case "pair":
      return pairWords(context, now, next.valve, next.at);
    case "seat":
      return seatWords(context, next.to);
    case "order":
      return orderWords(context, next.wants);
    case "lock":
      return context.job.work === "preload"
        ? lifterWords(context, now, "lock", next.valve, next.at, lifter)
        : lockWords(context, now, next.valve);
    case "set":
      if (context.job.shims !== null) return partsWords(context, [next.valve], true);
      return context.job.work === "dry-gap"
        ? fitWords(context, now, next.valve, part)
        : setWords(context, now, next.valve, null);
    case "read":
      return reading === null
        ? doubtWords(context, now, next.valve, next.at.doubt ?? "")
        : readWords(context, now, next.valve, reading);
  }
}

const OVERSHOT = "Past it? Go back at least 30° beyond and come up again.";
const LOOKS_WRONG: Choice = { label: "Looks wrong: where is the crank?", action: { kind: "locate" } };

function turnInstruction(
  { engine, file, job }: RunContext,
  to: RouteStop,
  turnDeg: number,
  first: boolean,
): Instruction {
  const direction = file.rotation ?? "clockwise";
  const turn = `Turn ${direction} only, as seen from the end you bar from. ${OVERSHOT}`;
  const tool = first ? null : barringWords(turnDeg, file.barring);
  const base = {
    eyebrow: `Stop ${to.letter}, ${job.route.indexOf(to) + 1} of ${job.route.length}`,
    button: { label: arrivedLabel(to), action: { kind: "arrive" as const, stop: to.letter } },
    choices: [LOOKS_WRONG],
  };
  const sights = to.sights ?? [];
  if (sights.length > 0) {
    const about = first
      ? ""
      : `It comes about ${turnWords(Math.round(turnDeg))} on${tool === null ? "" : `, ${tool}`}. `;
    return told({
      ...base,
      title: `Turn the crank until ${sights.map(sightWords).join(", and ")}.`,
      grounds: [`${about}${turn}`, watchWords(sights)],
    });
  }
  const sign = signAt(engine, to.crankDeg);
  const title = first
    ? `Turn the crank until mark ${to.letter} is at the pointer.`
    : `Turn the crank ${turnWords(turnDeg)} on, to mark ${to.letter}.`;
  const mark = `Mark ${to.letter} ${to.markDeg === 0 ? "is the TDC mark" : `comes up ${Math.round(to.markDeg * 10) / 10}° after the TDC mark`}.${tool === null ? "" : ` That is ${tool}.`} ${turn}`;
  return told({
    ...base,
    title,
    grounds: [`Check it: ${sign.check}${sign.oneTurnOut === null ? "" : ` ${sign.oneTurnOut}`}`, mark],
  });
}

const arrivedLabel = (stop: RouteStop): string =>
  (stop.sights ?? []).length > 0 ? "It does: the crank is there" : `Crank is at mark ${stop.letter}, checked`;

/** What fools the eye at this sort of stop. */
function watchWords(sights: readonly Sight[]): string {
  const moments = new Set(sights.map((s) => s.moment));
  if (moments.has("opening"))
    return "A compression release also lifts a little: this is the stroke that goes on to lift fully.";
  if (moments.has("closing")) return "Past the lowest point, not at it: stop once you see it coming back.";
  if (moments.has("rocking")) return "At the middle of the rock, both valves of that cylinder hardly move.";
  return "At full lift the retainer stands still for a moment: stop in the middle of that.";
}

/** After a while away: the same proof as on arriving. */
function confirmWords({ engine }: RunContext, { state }: RunNow, at: RouteStop): Instruction {
  const sign = signAt(engine, at.crankDeg, at.sights ?? []);
  const place = `${(at.sights ?? []).length > 0 ? "stop" : "mark"} ${at.letter}`;
  return told({
    eyebrow: state.paused === null ? "Back at the engine" : `Paused: ${state.paused.reason}`,
    title: `Is the crank still at ${place}?`,
    grounds: [
      `Anyone may have turned it meanwhile. ${sign.check}${sign.oneTurnOut === null ? "" : ` ${sign.oneTurnOut}`}`,
      `If it was turned, bring ${place} back in the running direction, or ask where the crank is.`,
    ],
    button: { label: `Crank is at ${place}, checked`, action: { kind: "arrive", stop: at.letter } },
    choices: [LOOKS_WRONG],
  });
}
