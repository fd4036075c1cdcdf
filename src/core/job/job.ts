/** What a job is asked to do, and how its readings are judged. Lengths in mm, crank angles in degrees. */
import type { CoverEntry, EngineState, TightenedPart, TimedDrive } from "../engine/engineFile";
import type { Mover } from "../engine/mover";
import type { Offset } from "../heat/offset";
import type { HeightBlock } from "../engine/height";
import type { LashSpec } from "../lash/spec";
import type { ServingOrder } from "../stops/orders";
import type { RouteStop } from "../stops/route";
import type { Interval } from "../units/interval";

export interface JobValve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: "intake" | "exhaust" | "injector";
  readonly spec: LashSpec;
  /** Of a follower that is set to a height: its spec is the gap under this block. */
  readonly block?: HeightBlock;
}

/** A kind of work with its plan. The kernel carries it and never looks inside: its rules do. */
export interface AnyTask {
  readonly kind: string;
  /** Null where the kind of work needs none. */
  readonly plan: unknown;
}

export interface JobOf<T extends AnyTask = AnyTask> {
  readonly task: T;
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
  readonly tightenedLater: readonly TightenedPart[];
  /** What is seen moving at its valves. */
  readonly mover: Mover["name"];
  /** The covers that go back on before it is closed, and what is driven in time (null: not known). */
  readonly covers: readonly CoverEntry[];
  readonly drive: TimedDrive | null;
  /** As-left of each valve at the last finished job on this engine. */
  readonly lastTime: Readonly<Record<string, Interval>>;
}
