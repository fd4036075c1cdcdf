/** The sources of growth with heat (how it is known), side by side, best first. */
import { type EngineFile, type EngineState, type LashEntry, ROLES, type ValveRole } from "../engine/engineFile";
import { lashSpec } from "../lash/spec";
import { engineUnit } from "../engine/engineUnit";
import { type LengthUnit, lengthOf, showFigure, showLength, toMm } from "../units/length";
import { coldAimRefusal, specIn } from "./coldAim";
import { growthMm, growthRangeMm } from "./expansion";
import { heatGearOf, layoutOf } from "./gearOf";
import { type HotColdReading, measuredGrowth } from "./hotColdReadings";

export const GROWTH_SOURCE_IDS = [
  "pairs-engine",
  "pairs-model",
  "experience",
  "rule",
  "rule-small",
  "computed",
] as const;
export type GrowthSourceId = (typeof GROWTH_SOURCE_IDS)[number];

export interface Growth {
  readonly growthMm: number;
  readonly rangeMm: readonly [number, number];
}
export interface GrowthSource {
  readonly id: GrowthSourceId;
  readonly name: string;
  readonly evidence: string;
  /** By role; a role that is left out is not known this way. */
  readonly growth: Partial<Readonly<Record<ValveRole, Growth>>>;
}
/** Pairs of this engine, and of other engines of its model. */
export interface Measured {
  readonly engine: readonly HotColdReading[];
  readonly model: readonly HotColdReading[];
}
export interface GrowthSources {
  readonly sources: readonly GrowthSource[];
  /** What would open a further way. */
  readonly missing: readonly string[];
}

const bothAlike = (growth: Growth): GrowthSource["growth"] => ({ intake: growth, exhaust: growth, injector: growth });

/** All sources that apply to this engine, in the trade's order of trust. */
export function growthSourcesOf(file: EngineFile, measured: Measured): GrowthSources {
  const computed = computedWay(file);
  const unit = engineUnit(file) ?? "mm";
  const rules = ruleWays(file);
  const sources = [
    measuredWay("pairs-engine", "Measured on this engine", measured.engine, unit),
    measuredWay("pairs-model", "Measured on others of this model", measured.model, unit),
    experienceWay(file),
    ...rules,
    "id" in computed ? computed : null,
  ].filter((w) => w !== null);
  return { sources, missing: "id" in computed ? [] : [computed.why] };
}

/** The largest growth that a source knows, at least 0: it takes most from a preload. */
export const mostGrowthMm = (way: GrowthSource | null): number =>
  way === null ? 0 : Math.max(0, way.growth.intake?.growthMm ?? 0, way.growth.exhaust?.growthMm ?? 0);

/** What is usual of this engine in a role: by its material, else computed; null where neither is known. */
export function expectedGrowthMm(file: EngineFile, role: ValveRole): number | null {
  const { sources } = growthSourcesOf(file, { engine: [], model: [] });
  const known = sources.find((s) => s.id !== "experience" && s.growth[role] !== undefined);
  return known?.growth[role]?.growthMm ?? null;
}

function measuredWay(
  id: GrowthSourceId,
  name: string,
  pairs: readonly HotColdReading[],
  unit: LengthUnit,
): GrowthSource | null {
  const known = ROLES.flatMap((role) => {
    const own = measuredGrowth(pairs, role);
    return own === null ? [] : [[role, own] as const];
  });
  if (known.length === 0) return null;
  const evidence = known
    .map(
      ([
        role,
        {
          count,
          rangeMm: [lo, hi],
        },
      ]) =>
        `${count} ${role} ${count === 1 ? "reading" : "readings"}, ${showFigure(lo, unit)} to ${showLength(hi, unit)}`,
    )
    .join("; ");
  return {
    id,
    name,
    evidence: `Hot and cold read on the same valves: ${evidence}.`,
    growth: Object.fromEntries(known),
  };
}

function experienceWay({ heat }: EngineFile): GrowthSource | null {
  const said = heat?.experience;
  if (said === undefined) return null;
  const known = (["intake", "exhaust"] as const).flatMap((role) => {
    const figure = said[role];
    return figure === undefined
      ? []
      : [[role, { growthMm: toMm(figure), rangeMm: [toMm(figure), toMm(figure)] as const }] as const];
  });
  return known.length === 0
    ? null
    : {
        id: "experience",
        name: "Builder's experience",
        evidence: said.source ?? "Entered by the shop for this combination.",
        growth: Object.fromEntries(known),
      };
}

/** What is said by material of pushrod engines. Two schools: the difference is how hot and how fast it is measured. */
function ruleWays(file: EngineFile): GrowthSource[] {
  const { block, head } = file.heat ?? {};
  if (layoutOf(file) !== "pushrod" || block === undefined || head === undefined) return [];
  if (head === "iron")
    return block === "alloy"
      ? []
      : [
          {
            id: "rule",
            name: "Rule of thumb, all iron",
            evidence: "All iron grows little: 0 to 0.05 mm (.002 in).",
            growth: bothAlike({ growthMm: 0.025, rangeMm: [0, 0.05] }),
          },
        ];
  const most =
    block === "alloy"
      ? { mm: 0.5, what: "alloy head and alloy block, about 0.50 mm (.020 in)" }
      : { mm: 0.25, what: "alloy head on an iron block, about 0.25 mm (.010 in)" };
  return [
    {
      id: "rule",
      name: "Rule of thumb",
      evidence: `By material: ${most.what}. Measured hot through and at once.`,
      growth: bothAlike({ growthMm: most.mm, rangeMm: [most.mm, most.mm] }),
    },
    {
      id: "rule-small",
      name: "Rule of thumb, second school",
      evidence: "Alloy heads, 0.05 to 0.08 mm (.002 to .003 in): measured later, when much of the heat has gone.",
      growth: bothAlike({ growthMm: 0.065, rangeMm: [0.05, 0.08] }),
    },
  ];
}

function computedWay(file: EngineFile): GrowthSource | { readonly why: string } {
  const found = heatGearOf(file);
  if (found.kind === "missing")
    return { why: `To compute it: ${found.why.charAt(0).toLowerCase()}${found.why.slice(1)}` };
  const { gear, rise, assumed } = found;
  const of = (role: ValveRole): Growth => ({
    growthMm: growthMm(gear, role, rise),
    rangeMm: growthRangeMm(gear, role, rise),
  });
  const grounds = assumed.length === 0 ? "From the sizes and rises given" : `With ${assumed.join(" and ")} (assumed)`;
  return {
    id: "computed",
    name: "Computed",
    evidence: `${grounds}; the range varies each rise by a fifth.`,
    growth: { intake: of("intake"), exhaust: of("exhaust"), injector: of("injector") },
  };
}

export interface RoleAim {
  readonly role: ValveRole;
  readonly growth: Growth;
  /** Nominal in the state that it is read in, and the same at either end of the range. */
  readonly aimMm: number;
  readonly aimRangeMm: readonly [number, number];
  /** Why nothing may be set to it; null when it may. */
  readonly refusal: string | null;
}

/** What a way makes of a spec when the engine is in the other state. Roles that it does not know are left out. */
export function aimsOf(way: GrowthSource, lash: LashEntry, state: EngineState): RoleAim[] {
  return ROLES.flatMap((role) => {
    const [figures, growth] = [lash[role], way.growth[role]];
    if (figures === undefined || growth === undefined) return [];
    const aim = (mm: number): number => specIn(state, lashSpec(figures), mm).nominalMm;
    const ends = growth.rangeMm.map(aim);
    return [
      {
        role,
        growth,
        aimMm: aim(growth.growthMm),
        aimRangeMm: [Math.min(...ends), Math.max(...ends)] as const,
        refusal: state === "cold" ? coldAimRefusal(role, aim(growth.growthMm), lengthOf(figures.nominal).unit) : null,
      },
    ];
  });
}

/**
 * Why a way may not be taken into this state: it would hold valves open, or one that is better known
 * says so, since no weaker word overrules that. Null when it may.
 */
export function sourceRefusal(
  { sources }: GrowthSources,
  way: GrowthSource,
  lash: LashEntry,
  state: EngineState,
): string | null {
  const roles = ROLES.filter((r) => lash[r] !== undefined);
  const refusalOf = (w: GrowthSource): string | null =>
    aimsOf(w, lash, state).find((a) => a.refusal !== null)?.refusal ?? null;
  const own = refusalOf(way);
  if (own !== null) return own;
  const better = sources.slice(0, sources.indexOf(way)).find((w) => covers(w, roles) && refusalOf(w) !== null);
  return better === undefined ? null : `What is better known forbids it. ${better.name}: ${refusalOf(better) ?? ""}`;
}

/** Whether a way knows all of these roles. */
export const covers = (way: GrowthSource, roles: readonly ValveRole[]): boolean =>
  roles.every((r) => way.growth[r] !== undefined);

/** The way that is proposed and why; null when none covers these roles. */
export function proposedSource(
  { sources }: GrowthSources,
  roles: readonly ValveRole[],
): { readonly way: GrowthSource; readonly why: string } | null {
  const way = sources.find((w) => covers(w, roles));
  if (way === undefined) return null;
  return { way, why: WHY[way.id] };
}

const WHY: Record<GrowthSourceId, string> = {
  "pairs-engine": "What was measured on this very engine beats every rule.",
  "pairs-model": "Nothing was measured on this engine yet; another of its model grows alike.",
  experience: "Nothing was measured yet: whoever built it knows it best.",
  rule: "Nothing was measured yet. Check it by reading some valves hot and cold after the first run.",
  "rule-small": "Nothing was measured yet. Check it by reading some valves hot and cold after the first run.",
  computed:
    "Nothing was measured yet and no rule is known for it. Check it by reading some valves hot and cold after the first run.",
};

/** A figure in a unit, with a minus that reads as one, and none before nothing. */
const signed = (mm: number, unit: LengthUnit): string =>
  showFigure(mm, unit)
    .replace(/^-(?=[0.]*$)/, "")
    .replace(/^-/, "−");

/** A growth with its range: "0.23 (0.18 to 0.27) mm". */
export function growthWords({ growthMm: mm, rangeMm: [lo, hi] }: Growth, unit: LengthUnit): string {
  const range = hi - lo < 5e-4 ? "" : ` (${signed(lo, unit)} to ${signed(hi, unit)})`;
  return `${signed(mm, unit)}${range} ${unit}`;
}
