/** A shim for tests: in stock once, neither marked nor worn. */
import type { StockPart } from "../../../parts/part";

export const shim = (id: string, thicknessMm: number, more: Partial<StockPart> = {}): StockPart => ({
  id,
  kind: "shim-over",
  diameterMm: 29,
  thicknessMm,
  mark: null,
  measured: null,
  worn: false,
  place: null,
  cost: null,
  count: 1,
  ...more,
});
