/** The lash spec that a job judges by, brought over to its state where heat is counted with. */
import type { EngineFile, EngineState, ValveRole } from "../../engine/engineFile";
import { specIn } from "../../heat/coldAim";
import type { Offset } from "../../heat/offset";
import { type LashSpec, crossedLimit, lashSpec, specRoles } from "../../lash/spec";

export type OffsetGrowth = Pick<Offset, "growthMm">;

/** The lash spec of a role in a state; null when there is none, or no growth to bring it over. */
export function lashSpecFor(
  file: EngineFile,
  role: ValveRole,
  state: EngineState,
  offset: OffsetGrowth | null,
): LashSpec | null {
  const figures = file.lash?.[role];
  if (file.lash === undefined || figures === undefined) return null;
  const spec = lashSpec(figures);
  if (file.lash.state === state) return spec;
  const growth = offset?.growthMm[role];
  return growth === undefined ? null : specIn(state, spec, growth);
}

/** What a file lacks for a job on gaps; null when nothing. `spec` says what is to be entered. */
export function lacksSpec(file: EngineFile, spec: "lash spec" | "dry gap"): string | null {
  const roles = specRoles(file);
  if (file.lash === undefined || roles.length === 0)
    return `This engine has no ${spec} yet: enter it on the engine's page first.`;
  for (const role of roles) {
    const figures = file.lash[role];
    const crossed = figures === undefined ? null : crossedLimit(lashSpec(figures));
    if (crossed !== null) return `${role}: ${crossed.why}`;
  }
  return null;
}
