/** A session of practice: what was done, step by step, with what was felt and what was so. Pure. */
import { showLength } from "../../units/length";
import type { PracticeAction } from "../bench/action";
import { act } from "../bench/bench";
import { CLAIMS, type PracticeTask, exercise } from "../exercise/exerciseList";
import { type PracticeSpec, engineOf } from "../exercise/exercises";
import type { Frame, Session } from "./frame";
import { nextWords } from "./guide";
import {
  type BenchState,
  type Outcome,
  benchOf,
  coolOf,
  couldBeDone,
  crankOf,
  liftNow,
  openGapMm,
} from "../bench/state";
import type { VirtualEngine, VirtualOptions } from "../engine/virtualEngine";

export const begin = (spec: PracticeSpec, more?: VirtualOptions): Session => {
  const v = engineOf(spec, more);
  return { spec, v, state: benchOf(v, spec.covered), frames: [] };
};

/** One thing more; or why it can't be done. */
export function step(
  session: Session,
  action: PracticeAction,
): { readonly session: Session; readonly outcome: Outcome } | { readonly cant: string } {
  if (isOver(session)) return { cant: "This practice has ended. Look at its marks, or begin another." };
  const missing = notInHand(session, action) ?? notAsked(session, action);
  if (missing !== null) return { cant: missing };
  const hint = action.do === "hint" ? hintFor(session) : null;
  if (hint !== null && "cant" in hint) return hint;
  const outcome = act(session.v, session.state, action);
  if (!couldBeDone(outcome)) return outcome;
  // Said of where it stood, before it was turned on.
  const there = action.do === "may-set" ? session.state : outcome.state;
  const frame: Frame = {
    step: session.frames.length + 1,
    action,
    felt: hint?.felt ?? outcome.felt,
    rod: outcome.rod,
    crankDeg: crankOf(session.v, there),
    turnedDeg: there.turnedDeg,
    truth: truthAt(session.v, session.state, outcome.state, action),
    slips: outcome.slips,
  };
  return { session: { ...session, state: outcome.state, frames: [...session.frames, frame] }, outcome };
}

/** What is said where nobody asks, or would say nothing. */
function notAsked({ spec }: Session, action: PracticeAction): string | null {
  const { task } = exercise(spec.exercise);
  const claim = CLAIM_OF[action.do];
  if (claim !== undefined && claim !== task) return "That is not asked here.";
  if (action.do !== "keep" || action.lowMm === null || action.highMm === null)
    return action.do === "keep" && task === "gaps" ? "Find a leaf that goes and one that does not." : null;
  if (action.lowMm >= action.highMm) return "The leaf that goes is thinner than the one that does not.";
  const over = spec.leavesMm.find((mm) => mm > (action.lowMm ?? 0) + 1e-6) ?? Infinity;
  const next = spec.leavesMm.find((mm) => mm > over + 1e-6) ?? over;
  return task === "gaps" && action.highMm > next + 1e-6
    ? "Narrow it down: to the leaf that goes, and the next of your set that does not."
    : null;
}
const CLAIM_OF: Readonly<Partial<Record<PracticeAction["do"], PracticeTask>>> = {
  "may-set": "may-set",
  tdc: "tdc",
  name: "fault",
};

/** What is asked for and lies neither in the set nor in the kit; with leaves of any thickness anybody could read anything. */
function notInHand({ spec, v, state }: Session, action: PracticeAction): string | null {
  const has = (all: readonly number[], mm: number): boolean => all.some((one) => Math.abs(one - mm) < 1e-6);
  if (action.do === "leaf") {
    if (action.leavesMm.some((mm) => !has(spec.leavesMm, mm))) return "That leaf is not in your set.";
    if (new Set(action.leavesMm).size < action.leavesMm.length) return "There is one leaf of each in your set.";
  }
  if (action.do === "measure-leaf" && !has(spec.leavesMm, action.leafMm)) return "That leaf is not in your set.";
  if (action.do === "part-in") {
    const now = state.valves[action.valve];
    const own = now === undefined ? [] : [now.partMm, now.closerPartMm];
    if (!has([...v.kitMm, ...own], action.thicknessMm) && !isMadeToSize(v, action.thicknessMm))
      return "That size is not in your kit.";
  }
  return null;
}

/** Openers and closers are made to size, within what the kit has. */
const isMadeToSize = ({ gear, kitMm }: VirtualEngine, mm: number): boolean =>
  gear === "opener-closer" && mm >= (kitMm[0] ?? Infinity) && mm <= (kitMm.at(-1) ?? 0);

function hintFor(session: Session): { readonly felt: string } | { readonly cant: string } {
  if (session.spec.level === "alone") return { cant: "No help at this level." };
  return { felt: nextWords(session) };
}

/**
 * A session from its steps, as far as the rules of today carry them: a step that was taken under other rules, and could
 * not be today, ends what can be shown.
 */
export function replay(spec: PracticeSpec, actions: readonly PracticeAction[], more?: VirtualOptions): Session {
  let session = begin(spec, more);
  for (const action of actions) {
    const next = step(session, action);
    if ("cant" in next) break;
    session = next.session;
  }
  return session;
}

/** It ended by itself: an accident, or all was claimed that is asked. */
export function isOver({ spec, v, state }: Pick<Session, "spec" | "v" | "state">): boolean {
  if (state.over !== null) return true;
  const { task } = exercise(spec.exercise);
  const claims = CLAIMS[task];
  if (claims > 0) return state.claims >= claims;
  return task === "gaps" && v.valves.every((x) => state.valves[x.id]?.kept != null);
}

function truthAt(v: VirtualEngine, before: BenchState, after: BenchState, action: PracticeAction): string {
  if (!("valve" in action) || action.valve === null) {
    const deg = Math.round(crankOf(v, after));
    return `The crank was really ${deg}° past firing TDC of cylinder ${v.file.firingOrder[0] ?? ""}.`;
  }
  const x = v.valves.find((one) => one.id === action.valve);
  const now = after.valves[action.valve];
  if (x === undefined || now === undefined) return "";
  if (v.gear === "preload")
    return now.gapMm > 0
      ? `${x.id} really had ${showLength(now.gapMm, x.unit)} of play.`
      : `${x.id}'s plunger really was ${showLength(-now.gapMm, x.unit)} in.`;
  const lift = liftNow(v, before, x);
  const cool = coolOf(v, before);
  return [
    `${x.id}: ${showLength(openGapMm(v, after, x), x.unit)} lay open`,
    lift > 0 ? `its lobe ${x.under ? "added" : "took"} ${showLength(lift, x.unit)}` : "it rested on its base circle",
    ...(cool > 1 ? [`the engine was ${Math.round(cool)} °C too cold`] : []),
    `its lash is ${showLength(Math.max(0, now.gapMm), x.unit)}`,
  ]
    .join("; ")
    .concat(".");
}
