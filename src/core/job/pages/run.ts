/** All that the page of a run is given about its job. */
import type { OwnCause } from "../questions/ownCauses";
import type { EngineFile, EngineState } from "../../engine/engineFile";
import type { Order } from "../../parts/order";
import type { FeelerSet } from "../../shop/feelerSet";
import type { MethodId } from "../../stops/methods";
import type { KeptEntry } from "../ledger/entry";
import type { RefusedBatch } from "../ledger/refused";
import type { CounterUnit } from "../../record/counter";
import type { Hand } from "../../record/hands";
import type { Cause } from "../../record/results";
import type { ReadBetween } from "../ledger/readings";
import type { Job } from "../run";

/** As-left of one valve at the last finished job on this engine. */
export interface LastTime {
  readonly reading: ReadBetween;
  /** What the engine ran since; null when not known at either end. */
  readonly usedSince: { readonly count: number; readonly unit: CounterUnit } | null;
}

/** A lifter as it was left, in turns from zero lash. */
export interface LastTurnedIn {
  readonly turns: number;
  readonly usedSince: LastTime["usedSince"];
}

export interface RunPageData {
  readonly id: string;
  readonly engineId: string;
  readonly file: EngineFile;
  readonly job: Job;
  readonly state: EngineState;
  readonly temperatureC: number | null;
  readonly method: MethodId;
  /** The feeler sets on hand, the job's own first. */
  readonly sets: readonly [FeelerSet, ...FeelerSet[]];
  readonly entries: readonly KeptEntry[];
  /** What the ledger did not take and nobody has dealt with. */
  readonly refused: readonly RefusedBatch[];
  /** When it was opened (ISO 8601), and the shop's time as this was read, in ms. */
  readonly openedAt: string;
  readonly nowMs: number;
  /** Of an engine that was built: how it is started for the first time, in order; empty at every other. */
  readonly firstStart: readonly string[];
  /** The air around a hot engine; null when nobody said. */
  readonly airC: number | null;
  /** Whoever is licensed to release the work; null where nobody must be named. */
  readonly licensed: string | null;
  /** True when nothing was entered for a while: the crank may have been turned meanwhile. */
  readonly returning: boolean;
  readonly lastTime: Readonly<Record<string, LastTime>>;
  /** How far each lifter was turned in at the last finished job that did; one that nobody counted is left out. */
  readonly lastTurnedIn: Readonly<Record<string, LastTurnedIn>>;
  /** What each valve was expected to move since then, in mm; a valve of whose rate nothing is known is left out. */
  readonly expectedMm: Readonly<Record<string, number>>;
  /** What gauge studies found of the hand that looks, where that is used; null where nothing is. */
  readonly ownHand: Hand | null;
  /** What was found at engines of this model before, the most frequent first. */
  readonly causes: readonly Cause[];
  /** What the shop answers beside the usual, while it is on its list. */
  readonly ownCauses: readonly OwnCause[];
  /** What locking did at this engine under this person's hand in earlier jobs, in mm. */
  readonly earlierShiftsMm: readonly number[];
  /** The parts that it waits for, or that came for it and are not fitted yet; null when none. */
  readonly order: Order | null;
}
