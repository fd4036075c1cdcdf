import { type Micrometer, trueThicknessMm } from "@/core/parts/micrometer";
import { parseLength } from "@/core/units/length";
import { isBare } from "@/core/units/typedLength";

/** A typed thickness put right for the micrometer's zero; null when it is none yet. */
export function measured(text: string, micrometer: Micrometer | null): number | null {
  const length = parseLength(text);
  if (length === null || length.mm <= 0 || isBare(text)) return null;
  return micrometer === null ? length.mm : trueThicknessMm(length.mm, micrometer);
}
