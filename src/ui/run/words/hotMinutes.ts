/** How long a hot engine stays in its band. Pure. */
import { DEFAULT_AIR_C, DEFAULT_HOT_FROM_C, coolingOf, minutesAbove, type Temperature } from "@/core/heat/cooling";
import type { RunContext, RunNow } from "../model";

export type HotSays =
  | { readonly kind: "minutes"; readonly minutes: number; readonly leastC: number }
  /** What is missing to know it. */
  | { readonly kind: "asks"; readonly words: string };

/** Null in a cold job, and in work that knows no hot. The temperature of the preparation counts as the first. */
export function hotSays(
  { job, file, rules, temperatureC, openedAt, airC }: RunContext,
  { state, nowMs }: RunNow,
): HotSays | null {
  if (rules.judgedIn !== "either-state" || job.state !== "hot" || state.ended) return null;
  const air = airC ?? DEFAULT_AIR_C;
  const leastC = file.lash?.hotFromC ?? DEFAULT_HOT_FROM_C;
  const first: Temperature[] = temperatureC === null ? [] : [{ atMs: Date.parse(openedAt), celsius: temperatureC }];
  const readings = [
    ...first,
    ...state.temperatures.map((w) => ({ atMs: w.at === undefined ? nowMs : Date.parse(w.at), celsius: w.celsius })),
  ];
  const cooling = coolingOf(readings, air);
  const last = readings.at(-1);
  if (last === undefined || cooling.kind === "one-reading")
    return {
      kind: "asks",
      words:
        readings.length === 0
          ? "Take its temperature twice: then the minutes are known."
          : "Take its temperature once more: with two, the minutes are known.",
    };
  if (cooling.kind === "not-falling")
    return last.celsius < leastC
      ? { kind: "minutes", minutes: 0, leastC }
      : { kind: "asks", words: "It was not cooling between the last two temperatures: take it once more." };
  const minutes = minutesAbove(last, air, cooling.halfMin, leastC, nowMs);
  return minutes === null ? null : { kind: "minutes", minutes, leastC };
}

/** "hot for 11 more minutes". */
export function hotWords(says: HotSays): string {
  if (says.kind === "asks") return "Hot for how long?";
  const minutes = Math.floor(says.minutes);
  return minutes > 0 ? `Hot for ${minutes} more min` : "Cooled too far to read hot";
}
