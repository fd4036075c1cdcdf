/** The preload of hydraulic lifters: zero lash, turned in from there, and the wait until they have bled down. */
import { plungerTravelMm } from "../../../preload/gear";
import { depthFigure, travelWords } from "../../../preload/plunger";
import { turnsWords } from "../../../preload/turning";
import { USUAL_CHECKS } from "../../closeOut/items";
import type { TaskRules } from "../rules";
import { bleedRemaining } from "./bleeding";
import { type PreloadStep, lifterStands, lifterWants } from "./next";
import { type ValvePreload, preloadAt } from "./plunger";
import { PRELOAD_REFUSALS, unprovenRefusal } from "./refuse";
import { asFoundCounted, asLeftCounted, plungerVerdictName, sheetPreload, spreadWords, zeroNote } from "./sheet";
import type { PreloadTask } from "./task";

export const PRELOAD: TaskRules<PreloadTask, ValvePreload | null, PreloadStep> = {
  judgedIn: "any-state",
  targetWords: ({ task: { plan } }) =>
    `${turnsWords(plan.targetTurns)}: plunger ${depthFigure(plungerTravelMm(plan.targetTurns, plan.gear), plan.gear.plunger)} of ${travelWords(plan.gear.plunger)}${plan.gear.plunger.school === "shallow" ? ", shallow school" : ""}${plan.provenByWires === true ? "; wires prove it" : ""}`,

  figure: ({ own }) => (own?.coldMm == null ? null : depthFigure(own.coldMm, own)),

  rereads: false,
  judgesReadings: false,
  // A lifter has no lash: its plunger is judged where it stands, and nothing is adjusted away.
  questions: null,
  // New and dry, they have play until they are set.
  gearAt: ({ plan }, { status }) => (plan.bleedMinutes === null && status === "unread" ? "slack" : "preloaded"),
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
