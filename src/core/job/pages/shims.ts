/** All that the page is given on which the parts of a job are worked out. */
import type { EngineFile } from "../../engine/engineFile";
import type { Micrometer } from "../../parts/micrometer";
import type { Order } from "../../parts/order";
import type { StockPart } from "../../parts/part";
import type { JobOf } from "../job";
import type { KeptEntry } from "../ledger/entry";
import type { PartOut } from "../tasks/shims/partsOut";
import type { ShimsTask } from "../tasks/shims/plan";

export interface ShimsPageData {
  readonly jobId: string;
  readonly file: EngineFile;
  readonly job: JobOf<ShimsTask>;
  readonly entries: readonly KeptEntry[];
  readonly micrometers: readonly Micrometer[];
  /** What is in stock of this kind of part. */
  readonly stock: readonly StockPart[];
  /** What came out so far, as it was measured. */
  readonly out: readonly PartOut[];
  /** What was ordered for this job, newest first. */
  readonly orders: readonly Order[];
}
