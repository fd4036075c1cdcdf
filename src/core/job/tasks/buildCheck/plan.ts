/** The build check of an engine: its lines, and the stops at which its shafts may be bolted down. */
import type { EngineFile } from "../../../engine/engineFile";
import { resolveEngine } from "../../../engine/resolve";
import type { RouteStop } from "../../../stops/route";
import type { CheckLine } from "./line";
import { linesFor } from "./lines";
import { type ShaftLayout, shaftsOf, stopsForShafts } from "./shafts";

export interface BuildCheckPlan {
  readonly lines: readonly CheckLine[];
}
export interface BuildCheckTask {
  readonly kind: "build-check";
  readonly plan: BuildCheckPlan;
}

/** Route and lines together: the lines name its stops. The route is empty where nothing is bolted down over followers. */
export function planBuildCheck(
  file: EngineFile,
  layout: ShaftLayout,
): { readonly plan: BuildCheckPlan; readonly route: readonly RouteStop[] } {
  const shafts = shaftsOf(file, layout);
  const engine = resolveEngine(file);
  const { route, stops } = stopsForShafts(engine, shafts);
  const unknown = engine.valves.filter((v) => v.baseCircleArcs === null).map((v) => v.id);
  return { plan: { lines: linesFor(file, shafts, { stops, unknown }) }, route };
}
