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
import type { Planned, SetupRules } from "./setup";

/** The growth of the chosen source, by role. */
export const growthOf = (source: GrowthSource): Offset["growthMm"] =>
  Object.fromEntries(Object.entries(source.growth).map(([role, growth]) => [role, growth.growthMm]));

/** The chosen source from the spec's state into the job's, with what else was offered. */
export function planOffset(rules: SetupRules, file: EngineFile, known: GrowthSources, id: string): Planned<Offset> {
  const source = known.sources.find((w) => w.id === id);
  if (source === undefined || file.lash === undefined)
    return { field: "heatWay", why: "That way to know the growth is not there any more. Choose again." };
  if (!covers(source, rules.roles(file)))
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
  const best = proposedSource(known, rules.roles(file));
  return best === null || file.lash === undefined || file.lash.state === state
    ? null
    : sourceRefusal(known, best.way, file.lash, state);
}

const sourceLine = (source: GrowthSource, unit: TypedUnit): string =>
  `${source.name}: ${ROLES.flatMap((role) => {
    const growth = source.growth[role];
    return growth === undefined ? [] : [`${role} ${growthWords(growth, unit)}`];
  }).join(", ")}`;
