/** What the ledger takes at a hydraulic lifter. */
import { timerWords } from "../preload/bleedDown";
import { plungerTravelMm } from "../preload/gear";
import { PLUNGER_WORDS } from "../preload/plunger";
import { bleedLeft } from "./bleeding";
import { type LeftEntry, type Made, type SetEntry, type ZeroedEntry, isValveWork } from "./entry";
import type { Job } from "./job";
import { marginAtStop } from "./marginAtStop";
import type { RunState } from "./state";

/** The crank stays where it is until what was squeezed has bled down. */
export function bleedRefusal(job: Job, state: RunState, nowMs: number): string | null {
  const left = bleedLeft(job, state, nowMs);
  return left === 0
    ? null
    : `Leave the crank where it is for ${timerWords(left)} more: a lifter that has not bled down holds its valve open, and a valve can meet a piston.`;
}

export function zeroRefusal(job: Job, state: RunState, entry: ZeroedEntry): string | null {
  const { stop } = state;
  if (job.work !== "preload") return "Zero lash is found in a preload job only.";
  if (stop === null) return "Turn the crank to the first stop and say so before a lifter is touched.";
  if (stop.letter !== entry.stop)
    return `The crank stands at stop ${stop.letter}, not ${entry.stop}: find zero lash again here.`;
  const status = state.valves.get(entry.valve)?.status;
  if (entry.apartTurns !== null)
    return status === "zeroed" ? null : `Find zero lash of ${entry.valve} first, then the other way.`;
  if (status === "left") return `${entry.valve} is done: say why it is looked at again first.`;
  return entry.reason === null ? marginAtStop(job, stop, entry.valve).doubt : null;
}

/** Rounding, far below any thread. */
const EPS_MM = 1e-6;

export function turnInRefusal(job: Job, state: RunState, entry: SetEntry): string | null {
  const valve = state.valves.get(entry.valve);
  if (job.preload === null || valve?.preload?.coldMm == null)
    return `Bring ${entry.valve} to zero lash before its nut is turned in.`;
  if (valve.status !== "zeroed" && valve.status !== "due")
    return `Bring ${entry.valve} to zero lash again before its nut is turned.`;
  if (entry.turns === null) return "Say how far it was turned.";
  const { gear } = job.preload;
  const depth = valve.preload.coldMm + plungerTravelMm(entry.turns, gear);
  if (depth > gear.plunger.travelMm + EPS_MM)
    return `That would put the plunger of ${entry.valve} ${depth.toFixed(2)} mm in, and it has only ${gear.plunger.travelMm} mm: it would hold the valve open or bend the pushrod.`;
  return depth < -EPS_MM ? `That would be out past zero lash: bring ${entry.valve} to zero lash again.` : null;
}

export function lifterLeftRefusal(state: RunState, live: readonly Made[], entry: LeftEntry): string | null {
  const preload = state.valves.get(entry.valve)?.preload ?? null;
  const last = live.findLast((e) => isValveWork(e) && e.valve === entry.valve);
  if (preload === null || last === undefined || last.id !== entry.reading)
    return `Bring ${entry.valve} to zero lash and set it before it is left.`;
  if (last.kind === "set" && !last.locked)
    return `The lock of ${entry.valve} is loose: tighten it before it is left.`;
  if (last.kind !== "set" && last.kind !== "locked" && last.kind !== "reading")
    return `Turn ${entry.valve} in from zero lash before it is left.`;
  if (entry.reason !== null || preload.verdict === "in") return null;
  const said =
    preload.verdict === null || preload.verdict === "undecided"
      ? "not surely in its window"
      : PLUNGER_WORDS[preload.verdict];
  return `The plunger of ${entry.valve} is ${said}. Set it, or say why it is left so.`;
}
