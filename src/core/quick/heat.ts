/** What heat does to the lash of a pushrod engine of which only the materials are known: the rules of the trade. */
import { coldAimRefusal, shiftInto } from "../heat/coldAim";
import { type GrowthSource, growthSourcesOf } from "../heat/growthSources";
import type { EngineState, HeatEntry } from "../engine/engineFile";
import type { TypedUnit } from "../units/typedLength";
import { engineOfOrder } from "./order";
import { type Problems, readLength } from "./typed";

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

export interface TypedHeat {
  readonly spec: string;
  /** The state that the spec is for. */
  readonly state: string;
  readonly material: string;
  /** Hot wider than cold, as it was measured. */
  readonly growth: string;
}

/** One way to know the growth, and what it makes of the spec. Lengths in mm. */
export interface HeatWay {
  readonly id: string;
  readonly evidence: string;
  readonly growthMm: number;
  readonly intoMm: number;
  readonly leastMm: number;
  readonly mostMm: number;
  /** Why nothing may be set to it; null where it may. */
  readonly refused: string | null;
}

export interface HeatAnswer {
  readonly into: EngineState;
  readonly unit: TypedUnit;
  readonly ways: readonly HeatWay[];
}

/** Null and no problem while something is not typed yet. What was measured goes before any rule. */
export function quickHeat(typed: TypedHeat): {
  readonly answer: HeatAnswer | null;
  readonly problems: Problems<keyof TypedHeat>;
} {
  const [spec, growth] = [
    readLength(typed.spec, "0.50 mm or .020 in"),
    readLength(typed.growth, "0.06 mm or .002 in"),
  ];
  const problems = {
    ...(spec.why === null ? {} : { spec: spec.why }),
    ...(growth.why === null ? {} : { growth: growth.why }),
  };
  const known =
    growth.length !== null
      ? [
          {
            id: "typed",
            evidence: "As typed.",
            growthMm: growth.length.mm,
            rangeMm: [growth.length.mm, growth.length.mm] as const,
          },
        ]
      : growthRules(typed.material).flatMap(({ id, evidence, growth: { intake } }) =>
          intake === undefined ? [] : [{ id, evidence, ...intake }],
        );
  // A growth that can't be read is not passed over for a rule.
  if (spec.length === null || growth.why !== null || known.length === 0) return { answer: null, problems };
  const into = typed.state === "hot" ? "cold" : "hot";
  const unit = spec.length.unit === "mm" ? "mm" : "in";
  const specMm = spec.length.mm;
  const ways = known.map(({ id, evidence, growthMm, rangeMm }): HeatWay => {
    const at = (mm: number): number => specMm + shiftInto(into, mm);
    const [leastMm = 0, mostMm = 0] = rangeMm.map(at).sort((a, b) => a - b);
    const refused = into === "cold" ? coldAimRefusal(null, leastMm, unit) : null;
    return { id, evidence, growthMm, intoMm: at(growthMm), leastMm, mostMm, refused };
  });
  return { answer: { into, unit, ways }, problems };
}
