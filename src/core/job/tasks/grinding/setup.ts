/** A job on stems to be ground: what is off can't be put back. */
import { COLLETS } from "../../setup/cautions";
import type { TaskSetup } from "../setupRules";
import { LASH_SETUP } from "../lashSetup";
import type { GrindingTask } from ".";

export const GRINDING_SETUP: TaskSetup<GrindingTask> = {
  ...LASH_SETUP,
  gear: ["grind"],
  plan: () => ({ plan: { kind: "grinding", plan: null } }),
  cautions: () => [
    COLLETS,
    {
      id: "grinding",
      text: "Eye protection at the wheel. What is ground off a stem can't be put back: no dust into guide or oil.",
    },
  ],
};
