/** What every kind of work on lash has in common: read by leaves, judged by the spec, read again after two turns. */
import type { EngineFile } from "../../engine/engineFile";
import { USUAL_CHECKS } from "../closeOut/items";
import { LASH_QUESTIONS } from "../questions/lashQuestions";
import { hasLashSpec, lacksSpec, lashSpecFor } from "../setup/lashSpec";
import type { TaskRules } from "./rules";

export const LASH_RULES = {
  judgedIn: "either-state",
  keepsColdGap: true,
  readsAllFirst: false,
  remembersParts: false,
  covers: hasLashSpec,
  lacks: (file: EngineFile) => lacksSpec(file, "lash spec"),
  specFor: (file, _task, valve, state, offset) => lashSpecFor(file, valve, state, offset),
  rereads: true,
  judgesReadings: true,
  questions: LASH_QUESTIONS,
  ownAt: () => null,
  checks: USUAL_CHECKS,
  sheetWork: "lash",
} as const satisfies Partial<TaskRules>;
