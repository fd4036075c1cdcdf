/** The source of growth with heat that was chosen for a job: whether it leads to a spec, and what is kept of it. */
import { engineUnit } from "../../engine/engineUnit";
import type { TypedUnit } from "../../units/typedLength";
import { type EngineFile, type EngineState, ROLES } from "../../engine/engineFile";
import {
  type GrowthSource,
  type GrowthSources,
  covers,
  growthWords,
  proposedSource,
  sourceRefusal,
} from "../../heat/growthSources";
import type { Offset } from "../../heat/offset";
import { type Planned, type SetupRules, coveredRoles } from "./setup";

/** The growth of the chosen source, by role. */
export const growthOf = (source: GrowthSource): Offset["growthMm"] =>
  Object.fromEntries(Object.entries(source.growth).map(([role, growth]) => [role, growth.growthMm]));

/** The chosen source from the spec's state into the job's, with what else was offered. */
export function planOffset(rules: SetupRules, file: EngineFile, known: GrowthSources, id: string): Planned<Offset> {
  const source = known.sources.find((w) => w.id === id);
  if (source === undefined || file.lash === undefined)
    return { field: "heatWay", why: "That way to know the growth is not there any more. Choose again." };
  if (!covers(source, coveredRoles(rules, file)))
    return { field: "heatWay", why: `${source.name} does not know every role of this engine: choose another.` };
  const refused = sourceRefusal(known, source, file.lash, file.lash.state === "hot" ? "cold" : "hot");
  if (refused !== null) return { field: "heatWay", why: refused };
  const others = known.sources.filter((w) => w !== source).map((w) => sourceLine(w, engineUnit(file) ?? "mm"));
  return {
    plan: {
      specState: file.lash.state,
      way: source.id,
      name: source.name,
      evidence: source.evidence,
      growthMm: growthOf(source),
      others,
    },
  };
}

/** Why no source leads to a spec for this state: the best known one forbids it. Null when one may be chosen. */
export function noWayOver(
  rules: SetupRules,
  file: EngineFile,
  known: GrowthSources,
  state: EngineState,
): string | null {
  const best = proposedSource(known, coveredRoles(rules, file));
  return best === null || file.lash === undefined || file.lash.state === state
    ? null
    : sourceRefusal(known, best.way, file.lash, state);
}

/** Through what readings are judged: null in the spec's own state, and where heat is not counted with. `id` names the source that was chosen. */
export function chosenOffset(
  rules: SetupRules,
  file: EngineFile,
  known: GrowthSources,
  id: string | null,
  state: EngineState,
): Planned<Offset | null> {
  if (rules.judgedIn !== "either-state") return { plan: null };
  if (id !== null) return file.lash?.state === state ? { plan: null } : planOffset(rules, file, known, id);
  const why = noWayOver(rules, file, known, state);
  return why === null ? { plan: null } : { field: "heatWay", why };
}

const sourceLine = (source: GrowthSource, unit: TypedUnit): string =>
  `${source.name}: ${ROLES.flatMap((role) => {
    const growth = source.growth[role];
    return growth === undefined ? [] : [`${role} ${growthWords(growth, unit)}`];
  }).join(", ")}`;
