/** The one next thing as it is told. Pure; reading, setting and closing have files of their own, kinds of work their rooms. */
import type { ValveState } from "@/core/job/state/state";
import { adjusterAt } from "@/core/lash/adjuster";
import { lockingOf } from "@/core/lash/locking";
import type { RouteStop } from "@/core/stops/route";
import { barringWords, turnWords } from "@/core/stops/crankTurns";
import { type Sight, sightWords } from "@/core/stops/sight";
import { signAt } from "@/core/stops/sign";
import type { AtValve, RunContext, RunNow } from "../model";
import type { Reading } from "../../leaves/taps";
import { bridgeWords } from "./bridgeWords";
import { answerWords, checkWords, closeWords, closedWords, tightenWords, turnOverWords } from "./closeWords";
import { doubtWords, notedWords, readWords } from "./readWords";
import { lockWords, setWords } from "./setWords";
import { type Answer, type Instruction, instruction } from "./shape";

/** What to say now. `reading` is null when no valve is being read; `at` is what was chosen and said at the valve in hand. */
export function instruct(context: RunContext, now: RunNow, reading: Reading | null, at: AtValve): Instruction {
  const { next } = now;
  const { room } = context;
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
      return tightenWords(context, now, next.part);
    case "turn-over":
      return turnOverWords(context, now, next.to);
    case "confirm":
      return confirmWords(context, now, next.at);
    case "turn":
      return turnInstruction(
        context,
        next.to,
        next.turnDeg,
        next.first,
        room.turnGrounds?.(context, now, next.to) ?? [],
      );
    case "wait":
      return room.waitWords?.(context, now) ?? instruction({ eyebrow: "", title: "The crank waits." });
    case "bridge":
      return bridgeWords(context, now, next.valve);
    case "task":
      return room.stepWords?.(context, now, next, at) ?? instruction({ eyebrow: "", title: "" });
    case "lock":
    case "set":
    case "read":
      return atValveWords(contextAt(context, next.valve), now, next, reading, at);
  }
}

type AtOne = Extract<RunNow["next"], { kind: "lock" | "set" | "read" }>;

function atValveWords(
  context: RunContext,
  now: RunNow,
  next: AtOne,
  reading: Reading | null,
  at: AtValve,
): Instruction {
  const { room } = context;
  switch (next.kind) {
    case "lock":
      return (room.lockWords ?? lockWords)(context, now, next.valve);
    case "set":
      if (now.state.surveying) return notedWords(context, now, next.valve);
      return room.setWords?.(context, now, next.valve, at) ?? setWords(context, now, next.valve, null);
    case "read":
      return reading === null
        ? doubtWords(context, now, next.valve, next.at.doubt ?? "")
        : readWords(context, now, next.valve, reading, at);
  }
}

/** At an injector or a pump all that is told of screw and lock is of its own. */
function contextAt(context: RunContext, { valve }: ValveState): RunContext {
  if (valve.role !== "injector") return context;
  const adjuster = adjusterAt(context.file.adjuster, valve.role);
  return {
    ...context,
    file: { ...context.file, ...(adjuster === undefined ? {} : { adjuster }) },
    locking: lockingOf(adjuster),
  };
}

/** Coming up on it in the running direction takes up the slack; a mark is named only where there is one. */
const overshot = (watched: boolean): string =>
  `Overshot? Back up at least 30° past ${watched ? "it" : "the mark"} and come up again.`;
const LOOKS_WRONG: Answer = { label: "Looks wrong: where is the crank?", action: { kind: "locate" } };

/** How the crank is proved to be at a stop, and what is seen one turn out. */
function signWords(context: RunContext, at: RouteStop): string {
  const own = context.room.signWords?.(context, at);
  if (own !== undefined) return own;
  const sign = signAt(context.engine, at.crankDeg, at.sights ?? []);
  return `${sign.check}${sign.oneTurnOut === null ? "" : ` ${sign.oneTurnOut}`}`;
}

function turnInstruction(
  context: RunContext,
  to: RouteStop,
  turnDeg: number,
  first: boolean,
  own: readonly string[],
): Instruction {
  const { engine, file, job } = context;
  const direction = file.rotation ?? "clockwise";
  const tool = first ? null : barringWords(turnDeg, file.barring);
  const base = {
    eyebrow: `Stop ${to.letter}, ${job.route.indexOf(to) + 1} of ${job.route.length}`,
    button: { label: arrivedLabel(to), action: { kind: "arrive" as const, stop: to.letter } },
    choices: [LOOKS_WRONG],
  };
  const sights = to.sights ?? [];
  const turn = `Turn ${direction} only, as seen from the end you bar from. ${overshot(sights.length > 0)}`;
  if (sights.length > 0) {
    const about = first
      ? ""
      : `It comes about ${turnWords(Math.round(turnDeg))} on${tool === null ? "" : `, ${tool}`}. `;
    return instruction({
      ...base,
      title: `Turn the crank until ${sights.map((s) => sightWords(s, engine.mover)).join(", and ")}.`,
      grounds: [...own, `${about}${turn}`, watchWords(sights)],
    });
  }
  const title = first
    ? `Turn the crank until mark ${to.letter} is at the pointer.`
    : `Turn the crank ${turnWords(turnDeg)} on, to mark ${to.letter}.`;
  const mark = `Mark ${to.letter} ${to.markDeg === 0 ? "is the TDC mark" : `comes up ${Math.round(to.markDeg * 10) / 10}° after the TDC mark`}.${tool === null ? "" : ` That is ${tool}.`} ${turn}`;
  return instruction({
    ...base,
    title,
    grounds: [...own, `Check it: ${signWords(context, to)}`, mark],
  });
}

const arrivedLabel = (stop: RouteStop): string =>
  (stop.sights ?? []).length > 0 ? "Crank is there" : `Crank is at mark ${stop.letter}, checked`;

/** What fools the eye at this sort of stop. */
function watchWords(sights: readonly Sight[]): string {
  const moments = new Set(sights.map((s) => s.moment));
  if (moments.has("opening"))
    return "A compression release also lifts a little: this is the stroke that goes on to lift fully.";
  if (moments.has("closing")) return "Past the lowest point, not at it: stop once you see it coming back.";
  if (moments.has("rocking")) return "At the middle of the rock, both valves of that cylinder hardly move.";
  return "At full lift the retainer stands still for a moment: stop in the middle of that.";
}

/** Who broke off, and why. */
export const pauseWords = ({ personName, reason }: NonNullable<RunNow["othersPause"]>): string =>
  `Paused${personName === undefined ? "" : ` by ${personName}`}: ${reason}`;

/** After a while away: the same proof as on arriving. */
function confirmWords(context: RunContext, { state }: RunNow, at: RouteStop): Instruction {
  const place = `${(at.sights ?? []).length > 0 ? "stop" : "mark"} ${at.letter}`;
  return instruction({
    eyebrow: state.paused === null ? "Back at the engine" : pauseWords(state.paused),
    title: `Is the crank still at ${place}?`,
    grounds: [
      `Anyone may have turned it meanwhile. ${signWords(context, at)}`,
      `If it was turned, bring ${place} back in the running direction, or ask where the crank is.`,
    ],
    button: { label: `Crank is at ${place}, checked`, action: { kind: "arrive", stop: at.letter } },
    choices: [LOOKS_WRONG],
  });
}
