/** All that the page of a valve's opener and closer is given. */
import type { EngineFile } from "../../engine/engineFile";
import type { Micrometer } from "../../parts/micrometer";
import type { Order } from "../../parts/order";
import type { StockPart } from "../../parts/part";
import type { FeelerSet } from "../../shop/feelerSet";
import type { JobOf } from "../job";
import type { KeptEntry } from "../ledger/entry";
import type { OpenerCloserTask } from "../tasks/openerCloser/plan";

export interface OpenerCloserPageData {
  readonly jobId: string;
  readonly file: EngineFile;
  readonly job: JobOf<OpenerCloserTask>;
  readonly entries: readonly KeptEntry[];
  readonly valve: string;
  /** The feeler set in hand. */
  readonly set: FeelerSet;
  readonly micrometers: readonly Micrometer[];
  /** Openers and closers in stock. */
  readonly stock: readonly StockPart[];
  /** What was ordered for this job, newest first. */
  readonly orders: readonly Order[];
  /** What the loaded gap overstated at closers of this engine under this person's hand, in mm. */
  readonly biasesMm: readonly number[];
}
