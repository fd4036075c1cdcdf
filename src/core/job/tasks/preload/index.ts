/** The preload of hydraulic lifters: zero lash, turned in from there, and the wait until they have bled down. */
import { isGear, plungerTravelMm, preloadGear } from "../../../preload/gear";
import { depthFigure, travelWords } from "../../../preload/plunger";
import { turnsWords } from "../../../preload/turning";
import { USUAL_CHECKS } from "../../closeOut/items";
import { lockTool } from "../../setup/lockTool";
import type { TaskRules } from "../rules";
import { bleedRemaining } from "./bleeding";
import { type PreloadStep, lifterStands, lifterWants } from "./next";
import { lifterRoles, planPreload, preloadSpec, alongRoute } from "./plan";
import { type ValvePreload, preloadAt } from "./plunger";
import { PRELOAD_REFUSALS, unprovenRefusal } from "./refuse";
import { asFoundCounted, asLeftCounted, plungerVerdictName, sheetPreload, spreadWords, zeroNote } from "./sheet";
import type { PreloadTask } from "./task";

const BLEED = {
  id: "bleed",
  text: "Lifters pumped up with oil hold their valves open once they are squeezed: wait until they have bled down before the crank is turned.",
};
const FLAT = {
  id: "flat",
  text: "Flat followers on a new cam: lobes wet, in firing order, as few turns as possible before the first start.",
};

export const PRELOAD: TaskRules<PreloadTask, ValvePreload | null, PreloadStep> = {
  gear: ["hydraulic"],
  judgedIn: "any-state",
  keepsColdGap: false,
  readsAllFirst: false,
  remembersParts: false,
  covers: (file, { role }) => lifterRoles(file).includes(role),
  lacks: (file) => {
    const gear = preloadGear(file.adjuster ?? {});
    return isGear(gear) ? null : `Preload can't be set yet. ${gear.why}`;
  },
  plan: (file, choices) => {
    const planned = planPreload(file, choices);
    return "plan" in planned ? { plan: { kind: "preload", plan: planned.plan } } : planned;
  },
  alongRoute: (task, engine, route) => ({ ...task, plan: alongRoute(task.plan, engine, route) }),
  guardedBy: ({ plan }) => ({ mmPerTurn: plungerTravelMm(1, plan.gear), bleedMinutes: plan.bleedMinutes }),
  specFor: (_file, { plan }, { role }) => preloadSpec(plan, role),
  cautions: ({ follower }, lifters) => [
    ...(lifters === "dry" ? [] : [BLEED]),
    ...(follower === "flat" ? [FLAT] : []),
  ],
  tools: (adjuster) => ["Wires of known size, if the valley is open", lockTool(adjuster)],
  targetWords: ({ task: { plan } }) =>
    `${turnsWords(plan.targetTurns)}: plunger ${depthFigure(plungerTravelMm(plan.targetTurns, plan.gear), plan.gear.plunger)} of ${travelWords(plan.gear.plunger)}${plan.gear.plunger.school === "shallow" ? ", shallow school" : ""}${plan.provenByWires === true ? "; wires prove it" : ""}`,

  figure: ({ own }) => (own?.coldMm == null ? null : depthFigure(own.coldMm, own)),

  rereads: false,
  judgesReadings: false,
  // A lifter has no lash: its plunger is judged where it stands, and nothing is adjusted away.
  questions: null,
  ownAt: ({ plan }, valve, work) => preloadAt(plan, valve, work),
  squeezes: ({ plan }, entry) => plan.bleedMinutes !== null && entry.kind === "set" && (entry.turns ?? 0) > 0,

  checks: USUAL_CHECKS,
  atValve: (_job, valve, at) => lifterWants(valve, at),
  crankWaitsMs: bleedRemaining,
  crankStays: unprovenRefusal,
  stands: (job, _state, step, valve) => lifterStands(job, step, valve),

  takes: ["set", "zeroed"],
  readsWires: true,
  refusals: PRELOAD_REFUSALS,

  sheetWork: "preload",
  verdictName: plungerVerdictName,
  asFoundCounted,
  asLeftCounted,
  preload: sheetPreload,
  spread: spreadWords,
  zeroNote,
};
