import type { PreloadPlan } from "./plan";

/** Hydraulic lifters are brought to zero lash and turned in from there. */
export interface PreloadTask {
  readonly kind: "preload";
  readonly plan: PreloadPlan;
}
