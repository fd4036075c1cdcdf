/** What a build check asks before it is opened. It is chosen by a person: no gear asks for it by itself. */
import { BELT, COLLETS } from "../../setup/cautions";
import { type TaskSetup, aboutOf } from "../setupRules";
import { BUILD_CHECK } from ".";
import { type BuildCheckTask, planBuildCheck } from "./plan";
import { shaftLayouts } from "./shafts";

export const BUILD_CHECK_SETUP: TaskSetup<BuildCheckTask> = {
  ...aboutOf(BUILD_CHECK),
  gear: [],
  keepsColdGap: false,
  readsAllFirst: false,
  remembersParts: false,
  namesLicensed: true,
  covers: () => false,
  lacks: () => null,
  plan: (file) => ({
    plan: { kind: "build-check", plan: planBuildCheck(file, shaftLayouts(file)[0] ?? "none").plan },
  }),
  specFor: () => null,
  cautions: () => [
    COLLETS,
    BELT,
    {
      id: "springs",
      text: "Springs are loaded: eye protection. Torques, orders and clearances are the maker's; what is told here is the trade's usual, and asks for them.",
    },
  ],
};
