/** What is odd about a spec, asked before anything is set by it. */
import type { EngineFile, LashEntry } from "../engine/engineFile";
import { crossedFigures, defaultBand, lashSpec, namedFigures } from "../lash/spec";
import { toMm, lengthOf } from "../units/length";
import { coldAimRefusal } from "./coldAim";

/** What is odd about a spec, as questions: none of them stops a job. */
export function specQuestions(lash: LashEntry, file: Pick<EngineFile, "valves">): string[] {
  const questions: string[] = [];
  /** What has no limits, by the band that stands in: said once. */
  const assumed = new Map<string, string[]>();
  for (const { name, role, figures } of namedFigures(lash, file)) {
    const spec = lashSpec(figures);
    const crossed = crossedFigures(figures);
    const heldOpen =
      lash.state === "cold" && figures.block === undefined
        ? coldAimRefusal(role, spec.nominalMm, lengthOf(figures.nominal).unit)
        : null;
    if (heldOpen !== null) questions.push(`${title(name)}: ${heldOpen}`);
    if (crossed !== null) questions.push(`${title(name)}: ${crossed.why}`);
    else if (spec.lowMm === spec.nominalMm || spec.highMm === spec.nominalMm) {
      questions.push(
        `${title(name)}: a limit equals the nominal ${figures.block === undefined ? "lash" : "height"}. Is there really no room on that side?`,
      );
    }
    if (spec.assumedBand) {
      const { words } = defaultBand(figures.nominal);
      assumed.set(words, [...(assumed.get(words) ?? []), name]);
    }
  }
  for (const [words, names] of assumed)
    questions.push(`${title(names.join(", "))}: no limits are given, so plus and minus ${words} is assumed.`);
  const { intake, exhaust } = lash;
  if (intake !== undefined && exhaust !== undefined && toMm(exhaust.nominal) < toMm(intake.nominal)) {
    questions.push("Exhaust lash is usually the wider one, and here it is not. Are the two exchanged?");
  }
  return questions;
}

const title = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);
