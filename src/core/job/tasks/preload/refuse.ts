/** What the ledger takes at a hydraulic lifter. */
import { plungerTravelMm } from "../../../preload/gear";
import { plungerWords, depthWords, travelWords } from "../../../preload/plunger";
import type { JobOf } from "../../job";
import type { EntryOf, LeftEntry, SetEntry, ZeroedEntry } from "../../ledger/entry";
import { marginAtStop } from "../../state/marginAtStop";
import type { JobState } from "../../state/state";
import type { ValvePreload } from "./plunger";
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
export function turnInRefusal({ task }: JobOf<PreloadTask>, { valves }: LifterState, entry: SetEntry): string | null {
  const valve = valves.get(entry.valve);
  if (valve?.own?.coldMm == null) return `Bring ${entry.valve} to zero lash before its nut is turned in.`;
  if (valve.status !== "zeroed" && valve.status !== "due")
    return `Bring ${entry.valve} to zero lash again before its nut is turned.`;
  if (entry.turns === null) return "Say how far it was turned.";
  const { gear } = task.plan;
  const depthMm = valve.own.coldMm + plungerTravelMm(entry.turns, gear);
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

export const PRELOAD_REFUSALS = {
  zeroed: zeroRefusal,
  set: turnInRefusal,
  left: (_job: JobOf<PreloadTask>, state: LifterState, entry: EntryOf<"left">) => lifterLeaveRefusal(state, entry),
} as const;
