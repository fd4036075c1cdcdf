/** Parts that set a gap by their thickness, as they are in stock. */
export const DRAWER_PART_KINDS = [
  "shim-over",
  "shim-under",
  "bucket",
  "opener",
  "closer",
  "lash-cap",
  "rocker-shim",
] as const;
export type DrawerPartKind = (typeof DRAWER_PART_KINDS)[number];

export const DRAWER_PART_NAMES: Record<DrawerPartKind, string> = {
  "shim-over": "shim over bucket",
  "shim-under": "shim under bucket",
  bucket: "bucket",
  opener: "opener",
  closer: "closer",
  "lash-cap": "lash cap",
  "rocker-shim": "rocker shim",
};

/** How a thickness is known: with which micrometer, or by the mark alone. */
export interface Measured {
  readonly micrometer: string;
  /** What the micrometer showed, before its zero was taken off. */
  readonly readMm: number;
}

export interface StockPart {
  readonly id: string;
  readonly kind: DrawerPartKind;
  /** Null where parts of a kind come in one diameter. */
  readonly diameterMm: number | null;
  /** What is stamped on it: what it was when new. */
  readonly mark: string | null;
  /** What counts: measured and put right for the micrometer's zero, or the mark's. */
  readonly thicknessMm: number;
  /** Null when only the mark is known. */
  readonly measured: Measured | null;
  readonly worn: boolean;
  /** Where it lies. */
  readonly place: string | null;
  readonly cost: number | null;
  /** How many lie there now. */
  readonly count: number;
}

export const MOVE_REASONS = ["counted", "taken", "returned", "delivered", "corrected", "scrapped"] as const;
export type MoveReason = (typeof MOVE_REASONS)[number];
export const MOVE_REASON_NAMES: Record<MoveReason, string> = {
  counted: "counted in",
  taken: "taken for a job",
  returned: "put back",
  delivered: "delivered",
  corrected: "count put right",
  scrapped: "thrown away",
};

/** Parts by kind and diameter, thinnest first: as drawers are sorted. */
export function drawers(
  parts: readonly StockPart[],
): { readonly kind: DrawerPartKind; readonly diameterMm: number | null; readonly parts: readonly StockPart[] }[] {
  const groups = new Map<string, StockPart[]>();
  for (const p of parts)
    groups.set(`${p.kind} ${p.diameterMm ?? ""}`, [...(groups.get(`${p.kind} ${p.diameterMm ?? ""}`) ?? []), p]);
  return [...groups.values()]
    .map((own) => ({
      kind: own[0]?.kind ?? "shim-over",
      diameterMm: own[0]?.diameterMm ?? null,
      parts: own.sort((a, b) => a.thicknessMm - b.thicknessMm || (a.place ?? "").localeCompare(b.place ?? "")),
    }))
    .sort(
      (a, b) =>
        DRAWER_PART_KINDS.indexOf(a.kind) - DRAWER_PART_KINDS.indexOf(b.kind) ||
        (a.diameterMm ?? 0) - (b.diameterMm ?? 0),
    );
}
