/** A spec as its source gives it. */
import type { LashFigures } from "../../engine/engineFile";
import { blockOf } from "../../engine/height";
import { asGiven, lashSpec } from "../../lash/spec";
import { specUnit, specWords } from "./specs";

/** What a source gives, as it was written down; heights with the gap that is read. */
export function givenWords(figures: LashFigures): string {
  const unit = specUnit(figures);
  const block = blockOf(figures);
  return block === null
    ? specWords(lashSpec(figures), unit)
    : `height ${specWords(asGiven(figures), unit)}, read as a gap of ${specWords(lashSpec(figures), unit)} under the ${block.text} block`;
}
