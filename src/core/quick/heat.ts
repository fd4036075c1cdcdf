/** What heat does to the lash of a pushrod engine of which only the materials are known: the rules of the trade. */
import type { HeatEntry } from "../engine/engineFile";
import { type GrowthSource, growthSourcesOf } from "../heat/growthSources";
import { engineOfOrder } from "./order";

export const MATERIALS: readonly {
  readonly id: string;
  readonly name: string;
  readonly heat: Pick<HeatEntry, "block" | "head">;
}[] = [
  { id: "iron", name: "iron block, iron head", heat: { block: "iron", head: "iron" } },
  { id: "iron-alloy", name: "iron block, alloy head", heat: { block: "iron", head: "alloy" } },
  { id: "alloy", name: "alloy block, alloy head", heat: { block: "alloy", head: "alloy" } },
];

/** The rules that apply, each school by itself; none for a material that is not one of these. */
export function growthRules(material: string): GrowthSource[] {
  const found = MATERIALS.find((m) => m.id === material);
  const { file } = engineOfOrder({ order: "1", strokes: 4, valves: "" });
  if (found === undefined || file === null) return [];
  const { sources } = growthSourcesOf(
    { ...file, heat: { ...found.heat, layout: "pushrod" } },
    { engine: [], model: [] },
  );
  return sources.filter((s) => s.id === "rule" || s.id === "rule-small");
}
