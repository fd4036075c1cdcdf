/** A job on positively closed valves: springs that jump, and parts that earlier jobs fitted. */
import { BELT, COLLETS } from "../../setup/cautions";
import type { TaskSetup } from "../setupRules";
import { LASH_SETUP } from "../lashSetup";
import { type OpenerCloserTask, lastOpenerClosers, planOpenerCloser } from "./plan";

export const OPENER_CLOSER_SETUP: TaskSetup<OpenerCloserTask> = {
  ...LASH_SETUP,
  gear: ["positive-closing"],
  // Opened and shut by force: a small opener gap holds no valve off its seat.
  keepsColdGap: false,
  remembersParts: true,
  plan: (file, { fittedBefore }) => ({
    plan: { kind: "opener-closer", plan: planOpenerCloser(file, lastOpenerClosers(fittedBefore)) },
  }),
  cautions: () => [
    COLLETS,
    BELT,
    {
      id: "springs",
      text: "Eye protection: closing springs are loaded, and collets jump. Every hole near the work plugged, and the plugs counted.",
    },
  ],
};
