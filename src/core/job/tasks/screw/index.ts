/** Lash set with a screw or a nut: what every job on lash does, and nothing beside. */
import { LASH_RULES } from "../lash";
import type { TaskRules } from "../rules";

export interface ScrewTask {
  readonly kind: "screw";
  readonly plan: null;
}

export const SCREW: TaskRules<ScrewTask, null> = {
  ...LASH_RULES,
  takes: ["slack", "set"],
};
