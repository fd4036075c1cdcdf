/** What a job is asked to do, and how its readings are judged. */
import type { EngineState, TightenedPart } from "../engine/engineFile";
import { type Verdict, judge } from "../lash/judge";
import type { LashSpec } from "../lash/spec";
import type { ServingOrder } from "../stops/orders";
import type { Interval } from "../units/interval";
import type { ReadingEntry } from "./entry";
import type { ClosingPlan, FixedPlan, Offset, PreloadPlan, ShimsPlan } from "./plans";
import type { RouteStop } from "./route";

export interface JobValve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: "intake" | "exhaust" | "injector";
  readonly spec: LashSpec;
}

/** What is set: a gap with a screw or part, the preload of a hydraulic lifter, or the dry gap of gear without a screw. */
export const WORKS = ["lash", "preload", "dry-gap"] as const;
export type Work = (typeof WORKS)[number];

export interface Job {
  readonly work: Work;
  /** How preload is set here; null in other work. */
  readonly preload: PreloadPlan | null;
  /** Which lengths there are; null in other work, and where the file names none. */
  readonly fixed: FixedPlan | null;
  /** Parts that are exchanged to set lash; null where a screw does, or nothing that is kept in drawers. */
  readonly shims: ShimsPlan | null;
  /** Two parts a valve, an opener and a closer; null on all other gear. */
  readonly closing: ClosingPlan | null;
  /** The stem's end is ground: lash is opened by it, and never closed again. */
  readonly grinds: boolean;
  /** Valves whose rocker works a bridge over two valves. */
  readonly bridged: readonly string[];
  /** Through what readings are judged, when they are taken in the other state than the spec's. */
  readonly offset: Offset | null;
  readonly cycleDeg: 360 | 720;
  readonly requiredMarginDeg: number;
  readonly route: readonly RouteStop[];
  readonly order: ServingOrder;
  readonly valves: readonly JobValve[];
  readonly state: EngineState;
  /** All valves are read as found before any is set. */
  readonly survey: boolean;
  /** Every valve is brought to its aim within this, also one that is in its band; null = what is in band may stay. */
  readonly allToAimMm: number | null;
  /** What is tightened after setting, with the valves under it. */
  readonly parts: readonly TightenedPart[];
  /** As-left of each valve at the last finished job on this engine, in mm. */
  readonly lastTime: Readonly<Record<string, Interval>>;
}

export const intervalOf = (reading: Pick<ReadingEntry, "goes" | "noGo">): Interval => ({
  lo: reading.goes.mm,
  hi: reading.noGo.mm,
});
export const middleOf = (reading: Pick<ReadingEntry, "goes" | "noGo">): number =>
  (reading.goes.mm + reading.noGo.mm) / 2;

export const verdictOf = (reading: ReadingEntry, spec: LashSpec): Verdict =>
  judge({ goesMm: reading.goes.mm, noGoMm: reading.noGo.mm }, spec);

/** Whether a reading lies wholly outside the aim and what this job allows around it. */
export const offAim = (
  { allToAimMm }: Pick<Job, "allToAimMm">,
  reading: Pick<ReadingEntry, "goes" | "noGo">,
  { nominalMm }: LashSpec,
): boolean =>
  allToAimMm !== null &&
  (reading.noGo.mm <= nominalMm - allToAimMm + 1e-9 || reading.goes.mm > nominalMm + allToAimMm + 1e-9);
