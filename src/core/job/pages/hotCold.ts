/** All that the page of hot and cold readings is given. */
import type { OtherBand } from "../../heat/otherBand";
import type { EngineState, ValveRole } from "../../engine/engineFile";
import type { FeelerSet } from "../../shop/feelerSet";
import type { LengthUnit } from "../../units/length";
import type { ReadBetween } from "../ledger/readings";

export interface HotColdPageData {
  readonly jobId: string;
  readonly engineId: string;
  readonly engine: string;
  /** The state in which it was set; the readings here are in the other. */
  readonly state: EngineState;
  /** The job is not closed yet: only what it has left so far is here. */
  readonly inHand: boolean;
  readonly unit: LengthUnit;
  /** The feeler set that the job was done with. */
  readonly set: FeelerSet;
  readonly valves: readonly {
    readonly id: string;
    readonly role: ValveRole;
    readonly left: string;
    readonly leftMm: number;
    readonly leftHalfMm: number;
    readonly read: ReadBetween | null;
    /** Why its pair was taken out; null where it counts. */
    readonly outReason: string | null;
    /** What is usual of this engine here; null where nobody knows. */
    readonly expectedMm: number | null;
    /** Its band in the other state; null where nothing tells it. */
    readonly band: OtherBand | null;
  }[];
}
