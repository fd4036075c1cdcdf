/** What a lifter wants next, and what is told of it on the bench. */
import type { RouteValve } from "../../../stops/route";
import type { JobOf } from "../../job";
import type { NextThing, TaskThing } from "../../next/next";
import type { ValveState } from "../../state/state";
import { capital, valveName } from "../../words/names";
import type { ValvePreload } from "./plunger";

/** To be brought to zero lash, turned in from there, or a step further; and what to do about where its plunger stands. */
export type PreloadStep = "zero" | "turn-in" | "step" | "depth";
export type PreloadThing = TaskThing<ValvePreload | null, PreloadStep>;

export function lifterWants(valve: ValveState<ValvePreload | null>, at: RouteValve): NextThing<ValvePreload | null> {
  const step = (step: PreloadStep): PreloadThing => ({ kind: "task", step, valve, at, to: null });
  switch (valve.status) {
    case "zeroed":
      return step("turn-in");
    case "turned":
      return { kind: "lock", valve, at };
    case "locked":
    case "read":
      return step("depth");
    case "due":
      return step(valve.own?.coldMm == null ? "zero" : "step");
    case "unread":
    case "slack":
    case "inBandUnlocked":
    case "done":
      return step("zero");
  }
}

export function lifterStands({ valves }: JobOf, step: PreloadStep, valve: ValveState | null): string {
  const name = valve === null ? "" : valveName(valve.valve, valves);
  return {
    zero: `Bring ${name} to zero lash`,
    "turn-in": `Turn ${name} in from zero lash`,
    step: `${capital(name)}: a step more, or set it again`,
    depth: `${capital(name)}: judge its plunger`,
  }[step];
}
