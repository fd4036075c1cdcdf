/** What the preparation of a job is given of the jobs before it. Plain data. */
import type { EngineState } from "../../engine/engineFile";
import type { ServingOrder } from "../../stops/orders";
import type { MethodId } from "../../stops/methods";
import type { StopSettings } from "../../stops/settings";
import type { Purpose } from "../setup/purpose";

/** How the newest job on an engine was prepared: proposed for the next one. */
export interface AsLastTime {
  /** The day of it, in words. */
  readonly on: string;
  readonly purpose: Purpose;
  readonly feelerSetId: string;
  readonly otherSetIds: readonly string[];
  readonly survey: boolean;
  readonly allToAimMm: number | null;
  readonly method: MethodId;
  readonly servingOrder: ServingOrder;
  readonly settings: StopSettings;
  readonly bank: number | null;
  readonly licensed: string | null;
}

/** The cautions that this person confirmed on this engine within the shop's limit: one tap confirms them again. */
export interface ConfirmedBefore {
  /** The day of it, in words. */
  readonly on: string;
  readonly cautions: readonly string[];
}

/** A job that is open on the engine: where it stands in a line, and when it was last touched (ISO 8601). */
export interface JobInHand {
  readonly id: string;
  readonly stands: string;
  readonly touchedAt: string;
}

/** The job that is begun again: called off when the new one begins. */
export interface JobAgain {
  readonly id: string;
  /** "the job begun 27 Nov 2026, 10:02" */
  readonly named: string;
  /** As it was said to be; another one now makes its readings doubtful. */
  readonly state: EngineState;
  /** How many of its readings still stand. */
  readonly readings: number;
  /** Why it can't be called off yet; null when it can. */
  readonly notYet: string | null;
}
