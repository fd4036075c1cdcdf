/** What was bought, as the lines that the stock takes in. */
import Papa from "papaparse";
import type { DrawerPartKind } from "@/core/parts/part";

interface Bought {
  readonly thicknessMm: number;
  readonly count: number;
  /** Null where it goes by its mark. */
  readonly measured: { readonly micrometer: string; readonly readMm: number } | null;
}

interface All {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly place: string;
}

/** The longest place that a part may have. */
const PLACE_CHARACTERS = 60;

export const csvOf = (bought: readonly Bought[], { kind, diameterMm, place }: All): string =>
  Papa.unparse(
    bought.map(({ thicknessMm, count, measured }) => ({
      kind,
      diameter_mm: diameterMm ?? "",
      thickness_mm: thicknessMm.toFixed(4),
      micrometer: measured?.micrometer ?? "",
      read_mm: measured?.readMm.toFixed(4) ?? "",
      place: place.slice(0, PLACE_CHARACTERS),
      count,
    })),
    { escapeFormulae: true },
  );
