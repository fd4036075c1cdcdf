/** A question that readings raise, so that the evidence is looked at before it is adjusted away. */
export interface Question {
  /** It is known by the reading that raised it. */
  readonly id: string;
  /** The valve that it is about; null when it is about all of them. */
  readonly valve: string | null;
  readonly text: string;
  /** Where it is about one that reads tighter or wider than it should; null where it asks something else. */
  readonly side: "tight" | "loose" | null;
  /** What to look at, the likeliest first. */
  readonly checks: readonly string[];
  /** What may have been found; anything else is written. */
  readonly answers: readonly string[];
}

export const NOTHING_FOUND = "Looked at it: nothing found";
