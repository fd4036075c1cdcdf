/** What is odd about a spec, asked before anything is set by it. */
import { type LashEntry, ROLES, type ValveRole } from "../engine/engineFile";
import { crossedLimit, defaultBand, lashSpec } from "../lash/spec";
import { toMm, lengthOf } from "../units/length";
import { coldAimRefusal } from "./coldAim";

/** What is odd about a spec, as questions: none of them stops a job. */
export function specQuestions(lash: LashEntry): string[] {
  const questions: string[] = [];
  for (const role of ROLES) {
    const figures = lash[role];
    if (figures === undefined) continue;
    const spec = lashSpec(figures);
    const crossed = crossedLimit(spec);
    const heldOpen =
      lash.state === "cold" ? coldAimRefusal(role, spec.nominalMm, lengthOf(figures.nominal).unit) : null;
    if (heldOpen !== null) questions.push(`${title(role)}: ${heldOpen}`);
    if (crossed !== null) questions.push(`${title(role)}: ${crossed.why}`);
    else if (spec.lowMm === spec.nominalMm || spec.highMm === spec.nominalMm) {
      questions.push(`${title(role)}: a limit equals the nominal lash. Is there really no room on that side?`);
    }
    if (spec.assumedBand)
      questions.push(
        `${title(role)}: no limits are given, so plus and minus ${defaultBand(figures.nominal).words} is assumed.`,
      );
  }
  const { intake, exhaust } = lash;
  if (intake !== undefined && exhaust !== undefined && toMm(exhaust.nominal) < toMm(intake.nominal)) {
    questions.push("Exhaust lash is usually the wider one, and here it is not. Are the two exchanged?");
  }
  return questions;
}

const title = (role: ValveRole): string => role.charAt(0).toUpperCase() + role.slice(1);
