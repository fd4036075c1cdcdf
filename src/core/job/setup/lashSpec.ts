/** The lash spec that a job judges by, brought over to its state where heat is counted with. */
import type { EngineFile, EngineState, ValveEntry } from "../../engine/engineFile";
import { specIn } from "../../heat/coldAim";
import type { Offset } from "../../heat/offset";
import { type LashSpec, crossedFigures, figuresFor, lashSpec, namedFigures } from "../../lash/spec";

export type OffsetGrowth = Pick<Offset, "growthMm">;

/** The lash spec of a valve in a state; null when there is none, or no growth to bring it over. */
export function lashSpecFor(
  file: EngineFile,
  valve: ValveEntry,
  state: EngineState,
  offset: OffsetGrowth | null,
): LashSpec | null {
  const figures = figuresFor(file.lash, valve);
  if (file.lash === undefined || figures === undefined) return null;
  const spec = lashSpec(figures);
  if (file.lash.state === state) return spec;
  const growth = offset?.growthMm[valve.role];
  return growth === undefined ? null : specIn(state, spec, growth);
}

/** Whether a valve has figures to be judged by. */
export const hasLashSpec = ({ lash }: Pick<EngineFile, "lash">, valve: ValveEntry): boolean =>
  figuresFor(lash, valve) !== undefined;

/** What a file lacks for a job on gaps; null when nothing. `spec` says what is to be entered. */
export function lacksSpec(file: EngineFile, spec: "lash spec" | "dry gap"): string | null {
  const { lash } = file;
  if (lash === undefined || !file.valves.some((v) => hasLashSpec(file, v)))
    return `This engine has no ${spec} yet: enter it on the engine's page first.`;
  for (const { name, figures } of namedFigures(lash, file)) {
    const crossed = crossedFigures(figures);
    if (crossed !== null) return `${name}: ${crossed.why}`;
  }
  return null;
}
