import type { FeelerSet } from "@/core/shop/feelerSet";

/** What a quick answer is opened with. */
export interface Given {
  /** What its address says was typed. */
  readonly given: Readonly<Record<string, string>>;
  /** The shop's feeler sets. */
  readonly sets: readonly FeelerSet[];
}
