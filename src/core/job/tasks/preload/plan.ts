/** How a job sets preload: taken from the engine file and what was chosen when it was opened. Lengths in mm. */
import type { RouteStop } from "../../../stops/route";
import type { Engine } from "../../../engine/resolve";
import { goesOnAlong } from "../../../preload/goesOn";
import type { GoesOn } from "../../../preload/legs";
import { depthWords } from "../../../preload/plunger";
import { canBeProven } from "../../../preload/proof";
import { type EngineFile, ROLES, type ValveRole } from "../../../engine/engineFile";
import { covers, mostGrowthMm } from "../../../heat/growthSources";
import type { LashSpec } from "../../../lash/spec";
import {
  DEFAULT_TURNS,
  type PreloadGear,
  coldWindow,
  gearForWork,
  isGear,
  plungerTravelMm,
  preloadGear,
  turnsForMm,
  usualTurns,
} from "../../../preload/gear";
import { turnsWords } from "../../../preload/turning";
import type { LifterState } from "../../../preload/zeroLash";
import { toMm } from "../../../units/length";
import { growthOf } from "../../setup/growth";
import type { Planned, TaskChoices } from "../../setup/setup";

export interface PreloadPlan {
  readonly gear: PreloadGear;
  readonly targetTurns: number;
  readonly lifters: LifterState;
  /** The wait before the crank may move once a lifter was squeezed; null for dry lifters. */
  readonly bleedMinutes: number | null;
  /** Where the crank may go on before a lifter has bled down; nowhere where it is left out. */
  readonly goesOn?: GoesOn;
  /** By the levers its turns stand outside the window: wires at the first lifter prove them before another is turned. */
  readonly provenByWires?: true;
  /** How far heat opens the gap at each role's valve tip, in mm. */
  readonly growthMm: Readonly<Partial<Record<ValveRole, number>>>;
}

export const LIFTERS_UNSAID =
  "Say whether these lifters have run, or are new and dry: it decides how zero lash is found, and whether they must bleed down.";

/** All roles that a hydraulic lifter can sit at. */
export const lifterRoles = (file: EngineFile): ValveRole[] =>
  ROLES.filter((r) => r !== "injector" && file.valves.some((v) => v.role === r));

/** The turns that the engine's file asks for, or the usual half. */
export function fileTurns(file: EngineFile): number {
  const { preload, ...entry } = file.adjuster ?? { kind: "hydraulic" };
  const gear = preloadGear(entry);
  if (preload?.travel !== undefined && isGear(gear)) return turnsForMm(toMm(preload.travel), gear);
  return preload?.turns ?? DEFAULT_TURNS;
}

/** How preload is set, if so many turns keep the plunger in its window cold and hot. */
export function planPreload(file: EngineFile, choices: Omit<TaskChoices, "fittedBefore">): Planned<PreloadPlan> {
  const { lifters, travelMm, depth, bleedMinutes, growth } = choices;
  if (lifters === null)
    return {
      field: "lifters",
      why: LIFTERS_UNSAID,
    };
  const gear = gearForWork(file.adjuster ?? {}, travelMm, depth);
  // A travel that the file gives is put right there; any other was chosen with the job.
  const chosen = file.adjuster?.plunger?.travel === undefined;
  if (!isGear(gear))
    return { field: chosen && gear.field === "plunger.travel" ? "travelMm" : "engineId", why: gear.why };
  if (growth !== null && !covers(growth, lifterRoles(file)))
    return { field: "heatWay", why: `${growth.name} does not know every role of this engine: choose another.` };
  if (growth !== null && gear.ratio === null)
    return {
      field: "heatWay",
      why: "Give the rocker ratio on the engine's page: it tells how far heat moves the plunger.",
    };
  if (depth === "shallow" && growth === null && choices.growthKnown === true)
    return {
      field: "heatWay",
      why: "Say what heat takes: for the shallow school a little growth is the whole preload.",
    };
  const plan: PreloadPlan = {
    gear,
    targetTurns: choices.targetTurns ?? usualTurns(gear, mostGrowthMm(growth), fileTurns(file)),
    lifters,
    bleedMinutes: lifters === "run" ? bleedMinutes : null,
    growthMm: growth === null ? {} : growthOf(growth),
  };
  const outside = lifterRoles(file).filter((role) => outOfWindow(plan, role) !== null);
  const [first] = outside;
  if (first === undefined) return { plan };
  const provable = outside.every((role) => canBeProven(plan.targetTurns, gear, preloadSpec(plan, role)));
  if (provable && choices.proof === true) return { plan: { ...plan, provenByWires: true } };
  const offer = provable
    ? " If you trust the turns more than the levers, begin it with wires at the first lifter as the proof."
    : "";
  return { field: "targetTurns", why: `${outOfWindow(plan, first) ?? ""}${offer}` };
}

/** The plan with the legs of a route on which nothing has to wait. */
export const alongRoute = (plan: PreloadPlan, engine: Engine, route: readonly RouteStop[]): PreloadPlan =>
  plan.bleedMinutes === null ? plan : { ...plan, goesOn: goesOnAlong(engine, route) };

/** Why so many turns leave the plungers of a role outside their window; null when they do not. */
function outOfWindow(plan: PreloadPlan, role: ValveRole): string | null {
  const { gear, targetTurns: turns } = plan;
  const { nominalMm, lowMm, highMm } = preloadSpec(plan, role);
  if (nominalMm >= lowMm - 1e-9 && nominalMm <= highMm + 1e-9) return null;
  const [least, most] = [turnsForMm(lowMm, gear), turnsForMm(highMm, gear)];
  const room =
    least > most
      ? "no turn leaves it in its window cold and hot"
      : `between ${turnsWords(least)} and ${turnsWords(most)} will do`;
  const unknown =
    gear.plunger.assumed === true ? " Their travel is not known: say it, or stay within the smallest." : "";
  return `${turnsWords(turns)} puts the ${role} plungers ${depthWords(nominalMm, gear.plunger)} deep, ${nominalMm < lowMm ? "too little" : "too much"} for their window cold and hot: ${room}.${unknown}`;
}

/** Where the plungers of a role are set, and may stand cold; what only wires prove is aimed at no further than the window goes. */
export function preloadSpec({ gear, targetTurns, growthMm, provenByWires }: PreloadPlan, role: ValveRole): LashSpec {
  const window = coldWindow(gear, growthMm[role] ?? 0);
  const countedMm = plungerTravelMm(targetTurns, gear);
  const nominalMm = provenByWires === true ? Math.min(Math.max(countedMm, window.lowMm), window.highMm) : countedMm;
  return { nominalMm, ...window, assumedBand: false };
}
