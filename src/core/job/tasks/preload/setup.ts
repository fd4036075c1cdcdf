/** A job on hydraulic lifters: how far they are turned in, how they stand hot, and how long they bleed. */
import { isGear, plungerTravelMm, preloadGear } from "../../../preload/gear";
import { lockTool } from "../../setup/lockTool";
import { type TaskSetup, aboutOf } from "../setupRules";
import { alongRoute, lifterRoles, planPreload, preloadSpec } from "./plan";
import type { PreloadTask } from "./task";
import { PRELOAD } from ".";

const BLEED = {
  id: "bleed",
  text: "Lifters pumped up with oil hold their valves open once they are squeezed: wait until they have bled down before the crank is turned.",
};
const FLAT = {
  id: "flat",
  text: "Flat followers on a new cam: lobes wet, in firing order, as few turns as possible before the first start.",
};

export const PRELOAD_SETUP: TaskSetup<PreloadTask> = {
  gear: ["hydraulic"],
  ...aboutOf(PRELOAD),
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
};
