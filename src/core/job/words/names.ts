/** Names of valves and engines, as a mechanic says them. */
import type { EngineFile, ValveRole } from "../../engine/engineFile";
import type { JobValve } from "../job";

/** "3 exhaust"; several of one role in a cylinder are told apart by their id: "3 exhaust (3Eb)". */
export function valveName(
  valve: Pick<JobValve, "id" | "cylinder" | "role">,
  all: readonly Pick<JobValve, "cylinder" | "role">[],
): string {
  const twins = all.filter((v) => v.cylinder === valve.cylinder && v.role === valve.role).length > 1;
  return `${valve.cylinder} ${valve.role}${twins ? ` (${valve.id})` : ""}`;
}

/** The roles' letter in a valve head. */
export const ROLE_LETTER: Record<ValveRole, string> = { intake: "I", exhaust: "E", injector: "J" };

/** A line about the engine: "six cylinders in line, 1-4-2-6-3-5". */
export function engineWords(file: EngineFile): string {
  const n = file.cylinders.length;
  const kind =
    file.layout?.kind === undefined
      ? ""
      : { inline: n === 1 ? "" : " in line", vee: " in a vee", flat: " flat", radial: " radial" }[file.layout.kind];
  const strokes = file.strokes === 2 ? "two-stroke, " : "";
  return `${strokes}${n} cylinder${n === 1 ? "" : "s"}${kind}${n === 1 ? "" : `, ${file.firingOrder.join("-")}`}`;
}

/** The start of a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
