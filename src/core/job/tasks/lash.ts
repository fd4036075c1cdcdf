/** What every kind of work on lash has in common: read by leaves, judged by the spec, read again after two turns. */
import type { EngineFile } from "../../engine/engineFile";
import { specRoles } from "../../lash/spec";
import { USUAL_CHECKS } from "../closeOut/items";
import { LASH_QUESTIONS } from "../questions/lashQuestions";
import { lacksSpec, lashSpecFor } from "../setup/lashSpec";
import type { TaskRules } from "./rules";

export const LASH_RULES = {
  judgedIn: "either-state",
  keepsColdGap: true,
  readsAllFirst: false,
  remembersParts: false,
  roles: specRoles,
  lacks: (file: EngineFile) => lacksSpec(file, "lash spec"),
  specFor: (file, _task, role, state, offset) => lashSpecFor(file, role, state, offset),
  rereads: true,
  judgesReadings: true,
  questions: LASH_QUESTIONS,
  ownAt: () => null,
  checks: USUAL_CHECKS,
  sheetWork: "lash",
} as const satisfies Partial<TaskRules>;
