/** A mechanic's feeler set. A leaf is known by its printed marks; its native mark is computed with. */
export interface Leaf {
  /** From the native mark. */
  readonly mm: number;
  readonly mmMark: string | null;
  readonly inchMark: string | null;
}

export interface FeelerSet {
  readonly id: string;
  readonly name: string;
  /** The system whose mark is native. */
  readonly system: "metric" | "inch";
  /** Thinnest first. */
  readonly leaves: readonly Leaf[];
}

/** A leaf's native mark with its unit: "0.25 mm", ".010 in". */
export const leafText = (leaf: Leaf, system: FeelerSet["system"]): string =>
  system === "metric" ? `${leaf.mmMark ?? leaf.mm} mm` : `${leaf.inchMark ?? ""} in`;

/** A stack as people say it: "0.10 + 0.13 mm", thinnest first. */
export function stackText(leaves: readonly Leaf[], system: FeelerSet["system"]): string {
  const marks = [...leaves].sort((a, b) => a.mm - b.mm).map((l) => leafText(l, system).split(" ")[0]);
  return `${marks.join(" + ")} ${system === "metric" ? "mm" : "in"}`;
}

/** A set as the shop's list has it: out of use, nothing new is begun with it. */
export interface SetLine extends FeelerSet {
  readonly retired: boolean;
  /** Of its leaves, which are worn or lost, by their thickness. */
  readonly wornMm: readonly number[];
}
