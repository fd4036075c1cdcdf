/** What is told while a valve is set and locked. Pure. */
import type { EngineFile } from "@/core/engine/engineFile";
import { CONSEQUENCE } from "@/core/lash/judge";
import { mayBeHeldOpen, middleOf } from "@/core/job/ledger/readings";
import type { ValveState } from "@/core/job/state/state";
import { valveName } from "@/core/job/words/names";
import { verdictOn } from "@/core/job/words/heights";
import { readingWords } from "@/core/job/words/readings";
import { roleUnit, specUnit, unitOf } from "@/core/job/words/specs";
import { showLength, exactLength } from "@/core/units/length";
import type { Adjustment, RunContext, RunNow } from "../model";
import { shiftUsed } from "../session/learning";
import type { TappedReading } from "../../leaves/taps";
import { aimOf, exchanged } from "./adjustments";
import { type Answer, type Instruction, LEAVE_SO, instruction } from "./shape";
import { throughWords } from "./through";
import { whereWords } from "./where";

/** Out of band (or not decidable): how far to turn, from what was tapped or from the last kept reading. */
export function setWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  tapped: TappedReading | null,
  aim = aimWords(context, now, valve),
): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const reading = tapped?.whole ?? valve.last;
  const fromMm = tapped?.whole?.fromMm ?? (valve.last === null ? null : middleOf(valve.last));
  const verdict = tapped?.verdict ?? valve.verdict ?? "undecided";
  const adjustment = context.room.adjustment?.(context, now, valve, fromMm) ?? exchanged(now, valve, fromMm);
  const off =
    verdict === "in"
      ? `is in spec, but off the target by more than ${exactLength(context.job.allToAimMm ?? 0, unitOf(context.file))}`
      : verdictOn(valve.valve, verdict);
  const isValve = valve.valve.role !== "injector";
  const through = fromMm === null ? "" : throughWords(context, valve, fromMm);
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: adjustment.title,
    // What the hands do comes first: the rest may be below the edge of a small screen.
    grounds: [
      adjustment.how,
      `${reading === null ? "" : `${readingWords(reading)}: ${name} ${off}.${through} `}${aim}`.trimEnd(),
      ...(isValve && reading !== null && mayBeHeldOpen(reading, valve.valve.spec)
        ? ["No leaf goes: the valve may be held open. Do not run the engine so."]
        : []),
      ...(isValve && (verdict === "tight" || verdict === "loose") ? [CONSEQUENCE[verdict]] : []),
    ],
    ...doneButtons(context, isValve && now.learning.wanted, adjustment),
    reasoned: LEAVE_SO,
  });
}

/** What is aimed at before locking. */
function aimWords({ file }: RunContext, now: RunNow, valve: ValveState): string {
  const aim = showLength(aimOf(now, valve), roleUnit(file, valve.valve.role));
  const shift = lockMoves(file, now, valve);
  return `Bring it to ${aim}${shift === null ? "" : `: ${shift}`}.`;
}

/** The same beside a leaf that says it: only where locking moves it. */
export function shiftWords({ file }: RunContext, now: RunNow, valve: ValveState): string {
  const shift = lockMoves(file, now, valve);
  if (shift === null) return "";
  return `Before locking the target is ${showLength(aimOf(now, valve), roleUnit(file, valve.valve.role))}: ${shift}.`;
}

function lockMoves({ lash }: EngineFile, { learning }: RunNow, { valve }: ValveState): string | null {
  const shift = shiftUsed(learning);
  return valve.role === "injector" || Math.abs(shift) < 5e-4
    ? null
    : `locking makes it ${showLength(Math.abs(shift), specUnit(lash?.[valve.role]))} ${shift < 0 ? "tighter" : "wider"} here`;
}

/** While the lock's shift is being learned, the reading before locking comes first. */
function doneButtons(
  { locking }: RunContext,
  learns: boolean,
  { done, turns, aimMm: aim }: Adjustment,
): Pick<Instruction, "button" | "choices"> {
  const set = { kind: "set" as const, turns, aimMm: aim };
  const inOne: Answer = { label: done.locked, action: { ...set, locked: true } };
  if (locking.inOneGo || done.turned === null) return { button: inOne, choices: [] };
  const first: Answer = { label: done.turned, action: { ...set, locked: false } };
  return learns ? { button: first, choices: [inOne] } : { button: inOne, choices: [first] };
}

/** Read with the lock loose, and right: now the lock. */
export function lockAfterWords(context: RunContext, now: RunNow, valve: ValveState, read: string): Instruction {
  return {
    ...lockWords(context, now, valve),
    grounds: [
      `${read}${context.locking.locks ? " with the lock loose" : ""}: that is where it should be.`,
      context.locking.how,
    ],
  };
}

export function lockWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: context.locking.locks ? `Lock ${name}, without letting it turn.` : `Put ${name} together.`,
    grounds: [context.locking.how],
    button: { label: context.locking.locks ? "Locked" : "Put together", action: { kind: "lock" } },
  });
}
