/** What every kind of work on lash has in common: read by leaves, judged by the spec, read again after two turns. */
import { USUAL_CHECKS } from "../closeOut/items";
import { LASH_QUESTIONS } from "../questions/lashQuestions";
import type { TaskRules } from "./rules";

export const LASH_RULES = {
  judgedIn: "either-state",
  rereads: true,
  judgesReadings: true,
  questions: LASH_QUESTIONS,
  ownAt: () => null,
  checks: USUAL_CHECKS,
  sheetWork: "lash",
} as const satisfies Partial<TaskRules>;
