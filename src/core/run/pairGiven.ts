/** All that the page of a pair is given. */
import type { EngineFile } from "../engine/engineFile";
import type { Micrometer } from "../parts/micrometer";
import type { Order } from "../parts/order";
import type { StockPart } from "../parts/part";
import type { KeptEntry } from "./entry";
import type { Job } from "./job";

export interface PairGiven {
  readonly jobId: string;
  readonly file: EngineFile;
  readonly job: Job;
  readonly entries: readonly KeptEntry[];
  readonly valve: string;
  readonly micrometers: readonly Micrometer[];
  /** Openers and closers in the drawers. */
  readonly stock: readonly StockPart[];
  /** What was ordered for this job, newest first. */
  readonly orders: readonly Order[];
  /** What the loaded gap overstated at pairs of this engine under this person's hand, in mm. */
  readonly biasesMm: readonly number[];
}
