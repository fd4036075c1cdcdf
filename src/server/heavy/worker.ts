/** A thread of its own: takes one piece of work at a time. What it refuses is said as such; errors lose their class on the way. */
import { setPriority } from "node:os";
import { isMainThread } from "node:worker_threads";
import { CalcProblem } from "@/core/calc/problem";
import { Refused } from "../http/refused";
import { HEAVY, type HeavyTask } from "./tasks";

/** What a thread is asked. */
export interface HeavyWork {
  readonly task: HeavyTask;
  readonly input: unknown;
}

export type HeavyOutcome =
  | { readonly done: unknown }
  | { readonly problem: Pick<CalcProblem, "message" | "path" | "kind"> }
  | { readonly refused: Pick<Refused, "message" | "status" | "path"> };

/** Behind the thread that answers whoever enters something (0), before whatever waits for an idle machine (19). */
const NICENESS = 10;

// On Linux a priority is one thread's own.
if (!isMainThread && process.platform === "linux") setPriority(NICENESS);

// Fonts and the tables of letters are unpacked with the first paper: before anybody asks for one.
await HEAVY["tape.pdf"]({
  file: {
    format: "fulcrata-engine/1",
    name: "Nothing",
    strokes: 4,
    cylinders: ["1"],
    firingOrder: ["1"],
    valves: [{ id: "1I", cylinder: "1", role: "intake" }],
  },
  query: { circumference: "480 mm", method: "firing-order" },
});

export default async function work({ task, input }: HeavyWork): Promise<HeavyOutcome> {
  try {
    return { done: await (HEAVY[task] as (input: unknown) => unknown)(input) };
  } catch (error) {
    if (error instanceof CalcProblem)
      return { problem: { message: error.message, path: error.path, kind: error.kind } };
    if (error instanceof Refused)
      return { refused: { message: error.message, status: error.status, path: error.path } };
    throw error;
  }
}
