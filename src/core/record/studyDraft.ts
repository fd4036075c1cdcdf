/** A gauge study on an engine, as its form begins. Pure. */
import type { EngineFile } from "../engine/engineFile";
import { parseLength, showLength } from "../units/length";

export interface StudyDraft {
  readonly name: string;
  /** Its valves, with spaces between. */
  readonly valves: string;
  /** The narrowest of its bands, as it is written: reading must be able to judge that. Empty where none is known. */
  readonly band: string;
}

/** So many valves are read without tiring anybody. */
const USUAL_VALVES = 8;

export function studyDraft(file: EngineFile, serial: string | null): StudyDraft {
  const widths = [file.lash?.intake, file.lash?.exhaust].flatMap((spec) => {
    const [low, high] = [lengthOf(spec?.low), lengthOf(spec?.high)];
    return low === null || high === null || low.unit !== high.unit ? [] : [{ mm: high.mm - low.mm, unit: low.unit }];
  });
  const narrowest = widths.sort((a, b) => a.mm - b.mm)[0];
  return {
    name: [file.name, serial].filter((x) => x !== null).join(" "),
    valves: file.valves
      .filter((v) => v.role !== "injector")
      .slice(0, USUAL_VALVES)
      .map((v) => v.id)
      .join(" "),
    band: narrowest === undefined ? "" : showLength(narrowest.mm, narrowest.unit),
  };
}

const lengthOf = (given: number | string | undefined) => (given === undefined ? null : parseLength(given));
