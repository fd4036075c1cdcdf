/** What is asked of whoever works parts out beside the page, and what comes back. Plain data both ways. */
import type { JobOf } from "../../job";
import type { LedgerEntry } from "../../ledger/entry";
import type { ShimChoice, ShimOffers } from "./offers";
import type { ShimsTask } from "./plan";
import type { Out, ShimSources } from "./problem";
import type { Week, WeekChoice, WeekJob } from "./week";

interface QuestionBase {
  readonly id: number;
  readonly sources: ShimSources;
}
export interface OffersQuestion extends QuestionBase {
  readonly kind: "offers";
  readonly job: JobOf<ShimsTask>;
  readonly entries: readonly LedgerEntry[];
  readonly out: Out;
  readonly choice: ShimChoice;
}
export interface WeekQuestion extends QuestionBase {
  readonly kind: "week";
  readonly jobs: readonly WeekJob[];
  readonly choice: WeekChoice;
}
export type ShimQuestion = OffersQuestion | WeekQuestion;

export type ShimAnswer =
  | { readonly kind: "progress"; readonly id: number; readonly share: number }
  | { readonly kind: "offers"; readonly id: number; readonly offers: ShimOffers }
  | { readonly kind: "week"; readonly id: number; readonly week: Week };
