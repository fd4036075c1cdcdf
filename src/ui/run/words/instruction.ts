/** The one next thing as it is told. Pure; reading, setting and closing have files of their own, kinds of work their rooms. */
import type { ValveState } from "@/core/job/state/state";
import { adjusterAt } from "@/core/lash/adjuster";
import { lockingOf } from "@/core/lash/locking";
import type { RouteStop } from "@/core/stops/route";
import { barringWords, turnWords } from "@/core/stops/crankTurns";
import { gearNow } from "@/core/job/state/gearNow";
import { capital } from "@/core/job/words/names";
import type { Engine } from "@/core/engine/resolve";
import { checkOf } from "@/core/signs/proofWords";
import { directionWords, markOf, markThere, overshotWords, placeOf } from "@/core/signs/placeWords";
import { isTimed, watchedFrom } from "@/core/signs/watchedFrom";
import { type Sight, sightsWords } from "@/core/stops/sight";
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
      return turnInstruction(context, now, next);
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

const LOOKS_WRONG: Answer = { label: "Looks wrong: where is the crank?", action: { kind: "locate" } };

/** How the crank is proved to be at a stop with the gear as it stands, and what is seen one turn out. */
function signWords({ engine, rules, job }: RunContext, state: RunNow["state"], at: RouteStop): string {
  const { check, oneTurnOut } = checkOf(engine, gearNow(rules, job, state), at);
  return `${check}${oneTurnOut === null ? "" : ` ${oneTurnOut}`}`;
}

type Turn = Extract<RunNow["next"], { kind: "turn" }>;

function turnInstruction(context: RunContext, now: RunNow, next: Turn): Instruction {
  const { engine, file, job, room } = context;
  const { to } = next;
  const fromDeg = now.state.stop?.crankDeg ?? now.state.foundDeg;
  const { sights, extraDeg } = watchedFrom(engine, to, next.first ? null : fromDeg);
  const turnDeg = next.turnDeg + extraDeg;
  const tool = next.first ? null : barringWords(turnDeg, file.barring);
  const own = room.turnGrounds?.(context, now, to) ?? [];
  const mark = markOf(engine, to);
  const turn = `Turn ${directionWords(file)}. ${overshotWords(file, mark ?? "it")}`;
  const base = {
    eyebrow: `Stop ${to.letter}, ${job.route.indexOf(to) + 1} of ${job.route.length}`,
    button: {
      label: mark === null ? "Crank is there" : `Crank is at ${mark}, checked`,
      action: { kind: "arrive" as const, stop: to.letter },
    },
    choices: [LOOKS_WRONG],
  };
  if (mark === null) {
    const about =
      next.first || !isTimed(engine, sights)
        ? ""
        : `It comes about ${turnWords(Math.round(turnDeg))} on${tool === null ? "" : `, ${tool}`}. `;
    return instruction({
      ...base,
      title: `Turn the crank until ${sightsWords(sights, engine.mover)}.`,
      grounds: [...own, `${about}${turn}`, watchWords(engine, sights)],
    });
  }
  const after =
    to.markDeg === 0 || !(0 in engine.markNames)
      ? ""
      : `${capital(mark)} comes up ${Math.round(to.markDeg * 10) / 10}° after ${markThere(engine, 0) ?? ""}. `;
  return instruction({
    ...base,
    title: next.first
      ? `Turn the crank until ${mark} is at the pointer.`
      : `Turn the crank ${turnWords(turnDeg)} on, to ${mark}.`,
    grounds: [
      ...own,
      `Check it: ${signWords(context, now.state, to)}`,
      `${after}${tool === null ? "" : `That is ${tool}. `}${turn}`,
    ],
  });
}

/** What fools the eye at this sort of stop. */
function watchWords({ mover, releases }: Engine, sights: readonly Sight[]): string {
  const moments = new Set(sights.map((s) => s.moment));
  if (moments.has("away") || moments.has("low"))
    return "Any place will do where all of that is so: stop in the middle of it.";
  if (moments.has("opening"))
    return releases.length > 0
      ? "A compression release also lifts a little: this is the stroke that goes on to lift fully."
      : "From shut: it has only begun to move.";
  if (moments.has("closing"))
    return `Past the ${mover.opens === "down" ? "lowest" : "highest"} point, not at it: stop once you see it coming back.`;
  if (moments.has("rocking")) return "At the middle of the rock, both valves of that cylinder hardly move.";
  return `At full lift the ${mover.name} stands still for a moment: stop in the middle of that.`;
}

/** Who broke off, and why. */
export const pauseWords = ({ personName, reason }: NonNullable<RunNow["othersPause"]>): string =>
  `Paused${personName === undefined ? "" : ` by ${personName}`}: ${reason}`;

/** After a while away: the same proof as on arriving. */
function confirmWords(context: RunContext, { state }: RunNow, at: RouteStop): Instruction {
  const place = placeOf(context.engine, at);
  return instruction({
    eyebrow: state.paused === null ? "Back at the engine" : pauseWords(state.paused),
    title: `Is the crank still at ${place}?`,
    grounds: [
      `Anyone may have turned it meanwhile: unless you know that nobody did, turn it on ${context.job.cycleDeg === 720 ? "two full turns" : "one full turn"}, back to ${place}. ${signWords(context, state, at)}`,
      `Turn ${directionWords(context.file)}.`,
    ],
    button: { label: `Crank is at ${place}, checked`, action: { kind: "arrive", stop: at.letter } },
    choices: [LOOKS_WRONG],
  });
}
