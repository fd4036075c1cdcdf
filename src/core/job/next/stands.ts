/** Where a job stands, in a line for the bench. */
import { timerWords } from "../../preload/bleedDown";
import { CLOSE_ITEM_NAMES } from "../closeOut/items";
import type { JobOf } from "../job";
import type { JobState } from "../state/state";
import { valveName } from "../words/names";
import type { NextRules, NextThing } from "./next";

export function standsWords(rules: NextRules, job: JobOf, state: JobState, next: NextThing): string {
  switch (next.kind) {
    case "closed":
      return state.calledOff === null ? "Finished" : "Called off";
    case "confirm":
      return `Say whether the crank is still at stop ${next.at.letter}`;
    case "close":
      return "All is said: close the job";
    case "turn":
      if (!next.first || state.live.some((e) => e.kind === "arrived"))
        return `Turn the crank to stop ${next.to.letter}`;
      // Where something is watched there may be no mark at all.
      return (next.to.sights ?? []).length > 0
        ? `Not begun: turn the crank to stop ${next.to.letter}`
        : `Not begun: bring mark ${next.to.letter} up`;
    case "read":
      return `Read ${valveName(next.valve.valve, job.valves)}${next.valve.status === "locked" ? " again" : ""}`;
    case "set":
      return `Set ${valveName(next.valve.valve, job.valves)}`;
    case "lock":
      return rules.locks === false
        ? `Put ${valveName(next.valve.valve, job.valves)} together`
        : `Lock ${valveName(next.valve.valve, job.valves)}`;
    case "bridge":
      return `Look at the bridge of ${valveName(next.valve.valve, job.valves)}`;
    case "wait":
      return `Lifters bleed down, ${timerWords(next.remainingMs)} left`;
    case "task":
      return rules.stands?.(job, state, next.step, next.valve) ?? "";
    case "answer":
      return `A question about ${next.about === null ? "all valves" : valveName(next.about.valve, job.valves)}`;
    case "tighten":
      return `Tighten the ${next.part.name}`;
    case "turn-over":
      return "Turn it over twice by hand, and read again";
    case "check":
      return `Before closing: ${CLOSE_ITEM_NAMES[next.item]}`;
  }
}
