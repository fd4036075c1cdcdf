/** What a job works by beside its spec: the gear of its lifters, the lengths of its parts, the way from hot to cold. */
import type { EngineState, ValveRole } from "../engine/engineFile";
import type { GrowthSourceId } from "../heat/growthSources";
import type { DrawerPartKind } from "../parts/part";
import type { PreloadGear } from "../preload/gear";
import type { FixedGear } from "../preload/lengths";
import type { LifterState } from "../preload/zeroLash";

/** How a job sets preload: taken from the engine file when it was opened. */
export interface PreloadPlan {
  readonly gear: PreloadGear;
  readonly targetTurns: number;
  readonly lifters: LifterState;
  /** The wait before the crank may move once a lifter was squeezed; null for dry lifters. */
  readonly bleedMinutes: number | null;
  /** How far heat opens the gap at each role's valve tip, in mm. */
  readonly growthMm: Readonly<Partial<Record<ValveRole, number>>>;
}

export interface FixedPlan {
  readonly gear: FixedGear;
  /** What was fitted last at each valve, where it is known. */
  readonly fittedMm: Readonly<Record<string, number>>;
}

/** Which parts set the gap here, when it is not a screw that does. */
export interface ShimsPlan {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  /** What was fitted last at each valve, where it is known, in mm. */
  readonly fittedMm: Readonly<Record<string, number>>;
}

/** From the spec's state into the job's: what was chosen, and on what grounds. */
export interface Offset {
  readonly specState: EngineState;
  readonly way: GrowthSourceId;
  readonly name: string;
  readonly evidence: string;
  /** Hot minus cold, in mm, by role. */
  readonly growthMm: Readonly<Partial<Record<ValveRole, number>>>;
  /** The other ways that applied, as they were shown. */
  readonly others: readonly string[];
}

/** How positively closed valves are set: two parts each. The band of the opener gap is the valve's own. */
export interface ClosingPlan {
  /** The closer gap that is aimed at, and the most that is right, in mm. */
  readonly closerAimMm: number;
  readonly closerHighMm: number;
  /** What was fitted last at each valve, where it is known, in mm. */
  readonly fittedMm: Readonly<Record<string, { readonly openerMm: number | null; readonly closerMm: number | null }>>;
}
