/** A job on screws: nothing is planned beforehand. */
import { lockTool } from "../../setup/lockTool";
import type { TaskSetup } from "../setupRules";
import { LASH_SETUP } from "../lashSetup";
import type { ScrewTask } from ".";

export const SCREW_SETUP: TaskSetup<ScrewTask> = {
  ...LASH_SETUP,
  gear: ["screw"],
  plan: () => ({ plan: { kind: "screw", plan: null } }),
  tools: (adjuster) => [lockTool(adjuster)],
};
