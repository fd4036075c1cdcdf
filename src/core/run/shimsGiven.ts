/** All that the screen is given on which the parts of a job are worked out. */
import type { EngineFile } from "../engine/engineFile";
import type { Micrometer } from "../parts/micrometer";
import type { Order } from "../parts/order";
import type { StockPart } from "../parts/part";
import type { KeptEntry } from "./entry";
import type { Job } from "./job";
import type { PartOut } from "./partsOut";

export interface ShimsGiven {
  readonly jobId: string;
  readonly file: EngineFile;
  readonly job: Job;
  readonly entries: readonly KeptEntry[];
  readonly micrometers: readonly Micrometer[];
  /** What lies in the drawers of this kind of part. */
  readonly stock: readonly StockPart[];
  /** What came out so far, as it was measured. */
  readonly out: readonly PartOut[];
  /** What was ordered for this job, newest first. */
  readonly orders: readonly Order[];
}
