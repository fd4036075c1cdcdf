/** What the ledger takes at a hydraulic lifter. */
import { plungerTravelMm } from "../../../preload/gear";
import { plungerWords, depthWords, travelWords } from "../../../preload/plunger";
import type { JobOf } from "../../job";
import type { EntryOf, LeftEntry, SetEntry, ZeroedEntry } from "../../ledger/entry";
import { marginAtStop } from "../../state/marginAtStop";
import type { JobState } from "../../state/state";
import { type ValvePreload, awaitsProof } from "./plunger";
import type { PreloadTask } from "./task";

type LifterState = JobState<ValvePreload | null>;

export function zeroRefusal(job: JobOf, { stop, valves }: LifterState, entry: ZeroedEntry): string | null {
  if (stop === null) return "Turn the crank to the first stop and say so before a lifter is touched.";
  if (stop.letter !== entry.stop)
    return `The crank stands at stop ${stop.letter}, not ${entry.stop}: find zero lash again here.`;
  const status = valves.get(entry.valve)?.status;
  if (entry.apartTurns !== null)
    return status === "zeroed" ? null : `Find zero lash of ${entry.valve} first, then the other way.`;
  if (status === "done") return `${entry.valve} is done: say why it is looked at again first.`;
  return entry.reason === null ? marginAtStop(job, stop, entry.valve).doubt : null;
}

/** Rounding, far below any thread. */
const EPS_MM = 1e-6;

/** Turned from zero lash only, and never beyond the plunger's travel nor out past zero. */
export function turnInRefusal({ task }: JobOf<PreloadTask>, state: LifterState, entry: SetEntry): string | null {
  const valve = state.valves.get(entry.valve);
  if (valve?.own?.coldMm == null) return `Bring ${entry.valve} to zero lash before its nut is turned in.`;
  if (valve.status !== "zeroed" && valve.status !== "due")
    return `Bring ${entry.valve} to zero lash again before its nut is turned.`;
  if (entry.turns === null) return "Say how far it was turned.";
  const { gear } = task.plan;
  const depthMm = valve.own.coldMm + plungerTravelMm(entry.turns, gear);
  const first = awaitsProof(task, state);
  if (first !== null && first.valve.id !== entry.valve)
    return `Hold wires to ${first.valve.id} first: nothing else is turned in until they prove how deep these turns go.`;
  const asAsked = task.plan.provenByWires === true && valve.own.turns + entry.turns <= task.plan.targetTurns + EPS_MM;
  if (asAsked && depthMm >= 0) return null;
  if (depthMm > gear.plunger.travelMm + EPS_MM)
    return `That would put the plunger of ${entry.valve} ${depthWords(depthMm, gear.plunger)} deep, and it has only ${travelWords(gear.plunger)}: it would hold the valve open or bend the pushrod.`;
  return depthMm < -EPS_MM ? `That would be out past zero lash: bring ${entry.valve} to zero lash again.` : null;
}

/** A lifter is left on what set it, locked, in its window cold and hot or with a reason. */
export function lifterLeaveRefusal({ valves }: LifterState, entry: LeftEntry): string | null {
  const valve = valves.get(entry.valve);
  const last = valve?.work.at(-1);
  if (valve?.own == null || last === undefined || last.id !== entry.reading)
    return `Bring ${entry.valve} to zero lash and set it before it is left.`;
  if (last.kind === "set" && !last.locked)
    return `The lock of ${entry.valve} is loose: tighten it before it is left.`;
  if (last.kind !== "set" && last.kind !== "locked" && last.kind !== "reading")
    return `Turn ${entry.valve} in from zero lash before it is left.`;
  const { verdict } = valve.own;
  if (entry.reason !== null || verdict === "in") return null;
  const stands =
    verdict === null || verdict === "undecided"
      ? "not surely in its window"
      : plungerWords(verdict, { school: valve.own.depth });
  return `The plunger of ${entry.valve} is ${stands}. Set it, or say why it is left so.`;
}

/** Why the crank stays where it is whatever has bled down: a plunger that may stand at its bottom holds its valve open. */
export function unprovenRefusal({ task }: JobOf<PreloadTask>, state: LifterState): string | null {
  const first = awaitsProof(task, state);
  return first === null
    ? null
    : `Leave the crank where it is: by the levers the plunger of ${first.valve.id} stands outside its window. Hold wires to it, or set it again from zero lash.`;
}

export const PRELOAD_REFUSALS = {
  zeroed: zeroRefusal,
  set: turnInRefusal,
  left: (_job: JobOf<PreloadTask>, state: LifterState, entry: EntryOf<"left">) => lifterLeaveRefusal(state, entry),
} as const;
