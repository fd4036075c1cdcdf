/** What there is at an engine to see and feel, beside its crank. */
import type { AdjusterKind, EngineFile } from "./engineFile";
import { moverOf } from "./mover";

export interface VisibleGear {
  /** What sets its gaps; null where that is not known. */
  readonly adjuster: AdjusterKind | null;
  /** Pushrods stand on its lifters: a finger on one feels what its lifter does. */
  readonly pushrods: boolean;
  /** Its lobes are in sight once the cover is off. */
  readonly lobes: boolean;
  /** A distributor's rotor goes round once in a cycle; null where the file does not say what is driven. */
  readonly rotor: boolean | null;
}

/** Whether there are pushrods that can be taken between two fingers. */
export const hasPushrods = ({ adjuster }: Pick<EngineFile, "adjuster">): boolean =>
  adjuster?.at === "pushrod-end" ||
  adjuster?.at === "stud-nut" ||
  adjuster?.kind === "hydraulic" ||
  adjuster?.part === "pushrod";

/** Whether the cap can be lifted to see which tower the rotor points at. */
export const hasRotor = ({ timedDrive, strokes }: Pick<EngineFile, "timedDrive" | "strokes">): boolean =>
  strokes === 4 && timedDrive === "distributor";

/** The lobes stand over what is touched at the valves. */
const hasLobesInSight = ({ adjuster }: Pick<EngineFile, "adjuster">): boolean =>
  adjuster?.kind === "positive-closing" || ["bucket", "follower"].includes(moverOf({ adjuster }).name);

export const visibleGear = (file: EngineFile): VisibleGear => ({
  adjuster: file.adjuster?.kind ?? null,
  pushrods: hasPushrods(file),
  lobes: hasLobesInSight(file),
  rotor: file.strokes === 4 && file.timedDrive === undefined ? null : hasRotor(file),
});
