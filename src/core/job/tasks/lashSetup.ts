/** What every kind of work on lash has in common before a job is opened: its spec, brought over to the engine's state. */
import type { EngineFile } from "../../engine/engineFile";
import { hasLashSpec, lacksSpec, lashSpecFor } from "../setup/lashSpec";
import { type TaskSetup, aboutOf } from "./setupRules";
import { LASH_RULES } from "./lash";

export const LASH_SETUP = {
  ...aboutOf(LASH_RULES),
  keepsColdGap: true,
  readsAllFirst: false,
  remembersParts: false,
  covers: hasLashSpec,
  lacks: (file: EngineFile) => lacksSpec(file, "lash spec"),
  specFor: (file, _task, valve, state, offset) => lashSpecFor(file, valve, state, offset),
} as const satisfies Partial<TaskSetup>;
