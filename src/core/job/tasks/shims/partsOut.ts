/**
 * What came out of the engine: the part that was fitted; on a fresh build the one test part that every valve was read
 * over; or, where no leaf goes, the open gap without any part.
 */
export const OUT_KINDS = ["part", "test-part", "open-gap"] as const;
export type OutKind = (typeof OUT_KINDS)[number];

export interface PartOut {
  readonly valve: string;
  readonly kind: OutKind;
  /** As it was typed. */
  readonly text: string;
  /** Put right for the micrometer's zero. */
  readonly mm: number;
  /** Null = by its mark, or by leaves. */
  readonly micrometerId: string | null;
}
