/** What is told while a valve is set and locked. Pure. */
import { aimMm, isScrew, screwAdjuster, turnFor } from "@/core/lash/adjuster";
import { CONSEQUENCE } from "@/core/lash/judge";
import { biteWords } from "@/core/lash/locking";
import type { ValveState } from "@/core/run/state";
import { capital, readingWords, specUnit, valveName, verdictWords } from "@/core/run/words";
import { showLength } from "@/core/units/length";
import { type Turn, asClock, asFraction } from "@/core/units/turns";
import { middleOf } from "@/core/run/job";
import { type RunContext, type RunNow, shiftUsed } from "./model";
import type { TappedReading } from "./taps";
import { throughWords } from "./through";
import { type Choice, type Instruction, told } from "./told";
import { whereWords } from "./where";

/** Out of band (or not decidable): how far to turn, from what was tapped or from the last kept reading. */
export function setWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading | null): Instruction {
  const { spec } = valve.valve;
  const name = valveName(valve.valve, context.job.valves);
  const reading = tapped?.whole ?? valve.last;
  const fromMm = tapped?.whole?.fromMm ?? (valve.last === null ? null : middleOf(valve.last));
  const verdict = tapped?.verdict ?? valve.verdict ?? "undecided";
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const aim = aimMm(spec.nominalMm, shiftUsed(now.learning));
  const turn = fromMm === null ? null : turnOf(context, now, fromMm, aim);
  const said = turn === null ? byAmount(context, (fromMm ?? aim) - aim) : byTurn(context, turn);
  const off = verdict === "in" ? `in its band, but off the aim by more than ${context.job.allToAimMm ?? 0} mm` : verdictWords[verdict].replace(/^is /, "");
  return told({
    eyebrow: whereWords(context, now, valve.valve), title: said.title,
    // What the hands do comes first: the rest may be below the edge of a small screen.
    grounds: [
      said.how,
      `${reading === null ? "" : `${readingWords(reading)}: ${name} is ${off}.${fromMm === null ? "" : throughWords(context, valve, fromMm)} `}${aimWords(context, now, valve, showLength(aim, unit))}`,
      ...(reading !== null && reading.goes.mm === 0 ? ["No leaf goes: the valve may be held open. Do not run the engine so."] : []),
      ...(verdict === "tight" || verdict === "loose" ? [CONSEQUENCE[verdict]] : []),
    ],
    ...doneButtons(context, now, said.done, { turns: turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns, aimMm: aim }),
    reasoned: { open: "Leave it so, with a reason", label: "Why it is left so", submit: "Leave it", for: { kind: "leave" } },
  });
}

function turnOf({ file }: RunContext, { learning }: RunNow, fromMm: number, aim: number): Turn | null {
  const screw = file.adjuster?.kind === "screw" ? screwAdjuster(file.adjuster) : null;
  if (screw === null || !isScrew(screw)) return null;
  const k = learning.useK && learning.k?.disagrees === true ? learning.k.k : screw.k;
  return turnFor(fromMm, aim, { ...screw, k });
}

function aimWords({ file }: RunContext, { learning }: RunNow, valve: ValveState, aim: string): string {
  const shift = shiftUsed(learning);
  const size = showLength(Math.abs(shift), specUnit(file.lash?.[valve.valve.role]));
  return Math.abs(shift) < 5e-4 ? `Bring it to ${aim}.` : `Bring it to ${aim}: locking makes it ${size} ${shift < 0 ? "tighter" : "wider"} here.`;
}

/** While the lock's shift is being learned, the reading before locking comes first. */
function doneButtons({ locking }: RunContext, { learning }: RunNow, done: Said["done"], set: { turns: number | null; aimMm: number }): Pick<Instruction, "button" | "choices"> {
  const inOne: Choice = { label: done.locked, action: { kind: "set", ...set, locked: true } };
  if (locking.inOneGo || done.turned === null) return { button: inOne, choices: [] };
  const first: Choice = { label: done.turned, action: { kind: "set", ...set, locked: false } };
  return learning.wanted ? { button: first, choices: [inOne] } : { button: inOne, choices: [first] };
}

interface Said {
  readonly title: string;
  readonly how: string;
  /** The button's words when it was locked in the same go, and when it is read before locking; null where nothing is locked. */
  readonly done: { readonly locked: string; readonly turned: string | null };
}

function byTurn({ locking, file }: RunContext, turn: Turn): Said {
  const { part } = locking;
  const done = { locked: `${capital(part)} turned${locking.kind === "self-locking" ? "" : ", locked"}`, turned: `${capital(part)} turned: read before locking` };
  if (turn.direction === "none") return { title: `Leave the ${part} where it is and lock it.`, how: locking.how, done };
  const bites = biteWords(turn, file.adjuster?.swingDeg);
  return {
    title: `Turn the ${part} ${turn.direction} ${Math.round(turn.screwDeg)}°, ${asClock(turn)}.`,
    how: `That is ${asFraction(turn.turns)}. ${bites === null ? "" : `${bites} `}${locking.how}`, done,
  };
}

/** Without a screw, or without its figures: what must change, in mm. */
function byAmount({ file, locking }: RunContext, excessMm: number): Said {
  // Halves are rounded up, also when binary fractions fall just short of them.
  const size = showLength(Math.abs(excessMm) + 1e-9);
  const kind = file.adjuster?.kind;
  const done = (locked: string): Said["done"] => ({ locked, turned: null });
  if (kind === "grind") {
    return excessMm < 0
      ? { title: `Take ${size} off the stem's end, in steps.`, how: "What is ground away can't be put back. Read again after each step.", done: done("Stem ground, put back") }
      : { title: `It is ${size} too wide: grinding can't close it.`, how: "Recut the seat or fit another valve, then read again.", done: done("Seat or valve changed") };
  }
  if (kind === "bucket-shim" || kind === "bucket" || kind === "positive-closing") {
    return { title: `Fit a part ${size} ${excessMm > 0 ? "thicker" : "thinner"}.`, how: "Measure the part you take out and the one you fit. Turn the cam to seat it, then read again.", done: done("Part fitted, seated") };
  }
  return {
    title: `${excessMm > 0 ? "Close" : "Open"} it by ${size}, and lock.`, how: `Give the adjuster's place and thread on the engine's page to be told the turn. ${locking.how}`,
    done: { locked: "Turned and locked", turned: "Turned: read before locking" },
  };
}

/** Read with the lock loose, and right: now the lock. */
export function lockAfterWords(context: RunContext, now: RunNow, valve: ValveState, read: string): Instruction {
  return { ...lockWords(context, now, valve), grounds: [`${read} with the lock loose: that is where it should be.`, context.locking.how] };
}

export function lockWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  return told({
    eyebrow: whereWords(context, now, valve.valve), title: `Lock ${name}, without letting it turn.`,
    grounds: [context.locking.how], button: { label: "Locked", action: { kind: "lock" } },
  });
}
