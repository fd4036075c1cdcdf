/** What a question is judged by: what to look at, and what it was at engines of this model before. */
import type { JobValve } from "@/core/job/job";
import { causesWords } from "@/core/record/wordsAtEngine";
import type { Question } from "@/core/job/questions/question";
import type { RunContext } from "../model";

/** `valve` null where the question is about all. */
export function questionGrounds(
  { causes }: Pick<RunContext, "causes">,
  question: Question,
  valve: JobValve | null,
): readonly string[] {
  const here = valve === null ? [] : causes.filter((c) => c.role === valve.role);
  if (valve === null || here.length === 0) return question.checks;
  return [`At ${valve.role} valves of this model it was: ${causesWords(here)}.`, ...question.checks];
}
