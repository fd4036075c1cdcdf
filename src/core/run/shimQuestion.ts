/** What is asked of whoever works parts out beside the page, and what comes back. Plain data both ways. */
import type { Made } from "./entry";
import type { Job } from "./job";
import type { ShimChoice, ShimOffers } from "./shimOffers";
import type { Week, WeekChoice, WeekJob } from "./shimWeek";
import type { Out, ShimSources } from "./wantedShims";

interface QuestionBase {
  readonly id: number;
  readonly sources: ShimSources;
}
export interface OffersQuestion extends QuestionBase {
  readonly kind: "offers";
  readonly job: Job;
  readonly entries: readonly Made[];
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
