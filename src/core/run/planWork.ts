/** From an engine file and what was chosen in the preparation to the plan that a job works by. */
import type { AdjusterEntry, EngineFile, EngineState, ValveRole } from "../engine/engineFile";
import {
  type GrowthSource,
  type GrowthSources,
  covers,
  growthWords,
  proposedSource,
  sourceRefusal,
} from "../heat/growthSources";
import type { LashSpec } from "../lash/spec";
import { DEFAULT_TURNS, coldWindow, isGear, plungerTravelMm, preloadGear, turnsForMm } from "../preload/gear";
import { fixedGear, isFixed } from "../preload/lengths";
import { turnsWords } from "../preload/turning";
import type { LifterState } from "../preload/zeroLash";
import { toMm } from "../units/length";
import type { DrawerPartKind } from "../parts/part";
import type { ClosingPlan, FixedPlan, Offset, PreloadPlan, ShimsPlan } from "./plans";
import { jobRoles } from "./ready";

export type Planned<T> = { readonly plan: T } | { readonly field: string; readonly why: string };

/** The growth of the chosen way, by role. */
const growthOf = (way: GrowthSource): Offset["growthMm"] =>
  Object.fromEntries(Object.entries(way.growth).map(([role, growth]) => [role, growth.growthMm]));

/** The chosen way from the spec's state into the job's, with what else was offered. */
export function planOffset(file: EngineFile, ways: GrowthSources, id: string): Planned<Offset> {
  const way = ways.sources.find((w) => w.id === id);
  if (way === undefined || file.lash === undefined)
    return { field: "heatWay", why: "That way to know the growth is not there any more. Choose again." };
  if (!covers(way, jobRoles(file)))
    return { field: "heatWay", why: `${way.name} does not know every role of this engine: choose another.` };
  const refused = sourceRefusal(ways, way, file.lash, file.lash.state === "hot" ? "cold" : "hot");
  if (refused !== null) return { field: "heatWay", why: refused };
  const others = ways.sources.filter((w) => w !== way).map(wayLine);
  return {
    plan: {
      specState: file.lash.state,
      way: way.id,
      name: way.name,
      evidence: way.evidence,
      growthMm: growthOf(way),
      others,
    },
  };
}

/** Why no way leads to a spec for this state: the best known one forbids it. Null when one may be chosen. */
export function noWayOver(file: EngineFile, ways: GrowthSources, state: EngineState): string | null {
  const best = proposedSource(ways, jobRoles(file));
  return best === null || file.lash === undefined || file.lash.state === state
    ? null
    : sourceRefusal(ways, best.way, file.lash, state);
}

const wayLine = (way: GrowthSource): string =>
  `${way.name}: ${Object.entries(way.growth)
    .map(([role, growth]) => `${role} ${growthWords(growth)}`)
    .join(", ")}`;

/** The turns that the engine's file asks for, or the usual half. */
export function fileTurns(file: EngineFile): number {
  const { preload, ...entry } = file.adjuster ?? { kind: "hydraulic" };
  const gear = preloadGear(entry);
  if (preload?.travel !== undefined && isGear(gear)) return turnsForMm(toMm(preload.travel), gear);
  return preload?.turns ?? DEFAULT_TURNS;
}

export interface PreloadChoice {
  readonly turns: number;
  readonly lifters: LifterState;
  readonly bleedMinutes: number;
  /** How heat opens the gap; null where it is not counted with. */
  readonly way: GrowthSource | null;
}

/** How preload is set, if so many turns keep the plunger in its window cold and hot. */
export function planPreload(
  file: EngineFile,
  { turns, lifters, bleedMinutes, way }: PreloadChoice,
): Planned<PreloadPlan> {
  const gear = preloadGear(file.adjuster ?? {});
  if (!isGear(gear)) return { field: "engineId", why: gear.why };
  if (way !== null && !covers(way, jobRoles(file)))
    return { field: "heatWay", why: `${way.name} does not know every role of this engine: choose another.` };
  if (way !== null && gear.ratio === null)
    return {
      field: "heatWay",
      why: "Give the rocker ratio on the engine's page: it tells how far heat moves the plunger.",
    };
  const plan: PreloadPlan = {
    gear,
    targetTurns: turns,
    lifters,
    bleedMinutes: lifters === "run" ? bleedMinutes : null,
    growthMm: way === null ? {} : growthOf(way),
  };
  for (const role of jobRoles(file)) {
    const { nominalMm, lowMm, highMm } = preloadSpec(plan, role);
    if (nominalMm >= lowMm - 1e-9 && nominalMm <= highMm + 1e-9) continue;
    const [least, most] = [turnsForMm(lowMm, gear), turnsForMm(highMm, gear)];
    const room =
      least > most
        ? "no turn leaves it in its window cold and hot"
        : `between ${turnsWords(least)} and ${turnsWords(most)} will do`;
    return {
      field: "targetTurns",
      why: `${turnsWords(turns)} puts the ${role} plungers ${nominalMm.toFixed(2)} mm in, ${nominalMm < lowMm ? "too little" : "too much"} for their window cold and hot: ${room}.`,
    };
  }
  return { plan };
}

/** Where the plungers of a role are set, and may stand cold. */
export function preloadSpec({ gear, targetTurns, growthMm }: PreloadPlan, role: ValveRole): LashSpec {
  return {
    nominalMm: plungerTravelMm(targetTurns, gear),
    ...coldWindow(gear, growthMm[role] ?? 0),
    assumedBand: false,
  };
}

/** The parts that set lash on this engine, when they are kept in drawers; null for a screw and all else. */
export function planShims(
  { adjuster }: Pick<EngineFile, "adjuster">,
  fittedMm: ShimsPlan["fittedMm"],
): ShimsPlan | null {
  const diameterMm = adjuster?.diameter === undefined ? null : toMm(adjuster.diameter);
  if (adjuster?.kind === "bucket") return { kind: "bucket", diameterMm, fittedMm };
  return adjuster?.kind === "bucket-shim"
    ? { kind: SHIM_KINDS[adjuster.shimAt ?? "over"], diameterMm, fittedMm }
    : null;
}

/** Caps on the valve tip and shims at the rocker are shims like any other. */
const SHIM_KINDS: Readonly<Record<NonNullable<AdjusterEntry["shimAt"]>, DrawerPartKind>> = {
  over: "shim-over",
  under: "shim-under",
  tip: "lash-cap",
  rocker: "rocker-shim",
};

/** A closer that turns without drag and without movement lies between nothing and this (usual in the trade). */
const CLOSER_HIGH_MM = 0.02;

/** How positively closed valves are set; null on all other gear. */
export function planClosing({ adjuster }: EngineFile, fittedMm: ClosingPlan["fittedMm"]): ClosingPlan | null {
  if (adjuster?.kind !== "positive-closing") return null;
  const { aim, high } = adjuster.closer ?? {};
  return {
    closerAimMm: aim === undefined ? 0 : toMm(aim),
    closerHighMm: high === undefined ? CLOSER_HIGH_MM : toMm(high),
    fittedMm,
  };
}

/** The lengths of gear without a screw; null where the file names none, and gaps are only judged. */
export function planFixed(file: EngineFile, fittedMm: FixedPlan["fittedMm"]): FixedPlan | null {
  const gear = fixedGear(file.adjuster ?? { kind: "fixed" });
  return isFixed(gear) ? { gear, fittedMm } : null;
}

/** Valves whose rocker works a bridge over two valves. */
export const bridgedValves = ({ bridges = [], valves }: Pick<EngineFile, "bridges" | "valves">): string[] =>
  valves.filter((v) => bridges.some((b) => b.cylinder === v.cylinder && b.role === v.role)).map((v) => v.id);
