/** Heavy work for somebody: in a thread where the app is served, right here in tests and while it is developed. */
import { CalcProblem } from "@/core/calc/problem";
import { Refused } from "../http/refused";
import { HEAVY, type HeavyAnswer, type HeavyInput, type HeavyTask } from "./tasks";
import { sharedThreads } from "./threads";
import type { HeavyOutcome } from "./worker";

export type { HeavyAnswer } from "./tasks";

const refused = (not: "too-many" | "too-long"): Refused =>
  not === "too-many"
    ? new Refused("So much is being worked out already: wait a moment, then try again.", 429)
    : new Refused("This takes too long to work out: ask for less at once.", 422);

/** Papers wait for what somebody works on. @param forWhom the shop, or the address of who belongs to none. @throws Refused, CalcProblem */
export async function heavy<K extends HeavyTask>(
  task: K,
  input: HeavyInput<K>,
  forWhom: string,
): Promise<HeavyAnswer<K>> {
  if (process.env["NODE_ENV"] !== "production")
    return (await (HEAVY[task] as (input: unknown) => unknown)(input)) as HeavyAnswer<K>;
  const ran = await sharedThreads().run({ task, input }, forWhom, task.endsWith(".pdf") ? 0 : 1);
  if ("not" in ran) throw refused(ran.not);
  const outcome = ran.answer as HeavyOutcome;
  if ("problem" in outcome)
    throw new CalcProblem(outcome.problem.message, outcome.problem.path, outcome.problem.kind);
  if ("refused" in outcome) throw new Refused(outcome.refused.message, outcome.refused.status, outcome.refused.path);
  return outcome.done as HeavyAnswer<K>;
}
