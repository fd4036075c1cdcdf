/** What is told while a valve is set and locked. Pure. */
import { aimMm, isScrew, screwAdjuster, turnFor } from "@/core/lash/adjuster";
import { CONSEQUENCE } from "@/core/lash/judge";
import { biteWords } from "@/core/lash/locking";
import type { ValveState } from "@/core/run/state";
import { capital, readingWords, specUnit, valveName, verdictWords } from "@/core/run/words";
import { showLength } from "@/core/units/length";
import { type Turn, asClock, asFraction } from "@/core/units/turns";
import { middleOf } from "@/core/run/job";
import { type GrindStep, MOST_AT_ONCE_MM, grindStep } from "@/core/shims/grind";
import { type RunContext, type RunNow, shiftUsed } from "./model";
import type { TappedReading } from "./taps";
import { throughWords } from "./through";
import { type Choice, type Instruction, told } from "./told";
import { whereWords } from "./where";

/** Out of band (or not decidable): how far to turn, from what was tapped or from the last kept reading. */
export function setWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  tapped: TappedReading | null,
): Instruction {
  const { spec } = valve.valve;
  const name = valveName(valve.valve, context.job.valves);
  const reading = tapped?.whole ?? valve.last;
  const fromMm = tapped?.whole?.fromMm ?? (valve.last === null ? null : middleOf(valve.last));
  const verdict = tapped?.verdict ?? valve.verdict ?? "undecided";
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const aim = aimMm(spec.nominalMm, shiftUsed(now.learning));
  const turn = fromMm === null ? null : turnOf(context, now, fromMm, aim);
  const grind = context.job.grinds && fromMm !== null ? grindStep(fromMm, spec.nominalMm) : null;
  const said =
    grind !== null
      ? byGrinding(grind)
      : turn === null
        ? byAmount(context, (fromMm ?? aim) - aim)
        : byTurn(context, turn);
  const aimed = grind === null ? aim : grind.kind === "grind" ? (fromMm ?? 0) + grind.offMm : null;
  const off =
    verdict === "in"
      ? `in its band, but off the aim by more than ${context.job.allToAimMm ?? 0} mm`
      : verdictWords[verdict].replace(/^is /, "");
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: said.title,
    // What the hands do comes first: the rest may be below the edge of a small screen.
    grounds: [
      said.how,
      `${reading === null ? "" : `${readingWords(reading)}: ${name} is ${off}.${fromMm === null ? "" : throughWords(context, valve, fromMm)} `}${aimWords(context, now, valve, showLength(aim, unit))}`,
      ...(reading !== null && reading.goes.mm === 0
        ? ["No leaf goes: the valve may be held open. Do not run the engine so."]
        : []),
      ...(verdict === "tight" || verdict === "loose" ? [CONSEQUENCE[verdict]] : []),
    ],
    ...doneButtons(context, now, said.done, {
      turns: turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns,
      aimMm: aimed,
    }),
    reasoned: {
      open: "Leave it so, with a reason",
      label: "Why it is left so",
      submit: "Leave it",
      for: { kind: "leave" },
    },
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
  return Math.abs(shift) < 5e-4
    ? `Bring it to ${aim}.`
    : `Bring it to ${aim}: locking makes it ${size} ${shift < 0 ? "tighter" : "wider"} here.`;
}

/** While the lock's shift is being learned, the reading before locking comes first. */
function doneButtons(
  { locking }: RunContext,
  { learning }: RunNow,
  done: Said["done"],
  set: { turns: number | null; aimMm: number | null },
): Pick<Instruction, "button" | "choices"> {
  const inOne: Choice = { label: done.locked, action: { kind: "set", ...set, locked: true } };
  if (locking.inOneGo || done.turned === null) return { button: inOne, choices: [] };
  const first: Choice = { label: done.turned, action: { kind: "set", ...set, locked: false } };
  return learning.wanted ? { button: first, choices: [inOne] } : { button: inOne, choices: [first] };
}

/** Halves are rounded up, also when binary fractions fall just short of them. */
const ROUND_UP_MM = 1e-9;

interface Said {
  readonly title: string;
  readonly how: string;
  /** The button's words when it was locked in the same go, and when it is read before locking; null where nothing is locked. */
  readonly done: { readonly locked: string; readonly turned: string | null };
}

function byTurn({ locking, file }: RunContext, turn: Turn): Said {
  const { part } = locking;
  const done = {
    locked: `${capital(part)} turned${locking.kind === "self-locking" ? "" : ", locked"}`,
    turned: `${capital(part)} turned: read before locking`,
  };
  if (turn.direction === "none")
    return { title: `Leave the ${part} where it is and lock it.`, how: locking.how, done };
  const bites = biteWords(turn, file.adjuster?.swingDeg);
  return {
    title: `Turn the ${part} ${turn.direction} ${Math.round(turn.screwDeg)}°, ${asClock(turn)}.`,
    how: `That is ${asFraction(turn.turns)}. ${bites === null ? "" : `${bites} `}${locking.how}`,
    done,
  };
}

/** The stem's end is ground, a step at a time: what is off can't be put back. */
function byGrinding(step: GrindStep): Said {
  if (step.kind === "too-wide") {
    return {
      title: `It is ${showLength(step.byMm + ROUND_UP_MM)} too wide: grinding can't close it.`,
      how: "Recut the seat or fit another valve, then read again.",
      done: { locked: "Seat or valve changed: read again", turned: null },
    };
  }
  const size = showLength(step.offMm);
  const much =
    step.wantedMm > MOST_AT_ONCE_MM + 1e-9
      ? ` More than ${showLength(MOST_AT_ONCE_MM)} is missing: look at the seat before so much of the stem goes.`
      : "";
  return {
    title: `Take ${size} off the stem's end${step.last ? "" : ", and read again"}.`,
    how: `${step.last ? "The last step." : `${showLength(step.wantedMm)} is missing in all: go in steps.`} What is ground away can't be put back.${much} Square to the stem, the burr taken off, put back to read.`,
    done: { locked: `${size} ground off, put back`, turned: null },
  };
}

/** Without a screw, or without its figures: what must change, in mm. */
function byAmount({ file, locking }: RunContext, excessMm: number): Said {
  const size = showLength(Math.abs(excessMm) + ROUND_UP_MM);
  const kind = file.adjuster?.kind;
  const done = (locked: string): Said["done"] => ({ locked, turned: null });
  if (kind === "bucket-shim" || kind === "bucket" || kind === "positive-closing") {
    return {
      title: `Fit a part ${size} ${excessMm > 0 ? "thicker" : "thinner"}.`,
      how: "Measure the part you take out and the one you fit. Turn the cam to seat it, then read again.",
      done: done("Part fitted, seated"),
    };
  }
  return {
    title: `${excessMm > 0 ? "Close" : "Open"} it by ${size}, and lock.`,
    how: `Give the adjuster's place and thread on the engine's page to be told the turn. ${locking.how}`,
    done: { locked: "Turned and locked", turned: "Turned: read before locking" },
  };
}

/** Read with the lock loose, and right: now the lock. */
export function lockAfterWords(context: RunContext, now: RunNow, valve: ValveState, read: string): Instruction {
  return {
    ...lockWords(context, now, valve),
    grounds: [`${read} with the lock loose: that is where it should be.`, context.locking.how],
  };
}

export function lockWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `Lock ${name}, without letting it turn.`,
    grounds: [context.locking.how],
    button: { label: "Locked", action: { kind: "lock" } },
  });
}
