/** A plain lash job for tests: nothing asked beyond the spec. */
import type { EngineFile } from "../engine/engineFile";
import { cycleOf } from "../engine/engineFile";
import { resolveEngine } from "../engine/resolve";
import type { LashSpec } from "../lash/spec";
import { planMethod } from "../stops/methods";
import type { Job } from "./job";
import { routeOf } from "./route";

export const SPEC: LashSpec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25, assumedBand: false };

export function jobFor(
  file: EngineFile,
  method: "two-stop" | "firing-order" = "two-stop",
  more: Partial<Job> = {},
): Job {
  const engine = resolveEngine(file);
  return {
    work: "lash",
    preload: null,
    fixed: null,
    shims: null,
    closing: null,
    grinds: file.adjuster?.kind === "grind",
    bridged: [],
    offset: null,
    cycleDeg: cycleOf(file),
    requiredMarginDeg: 10,
    route: routeOf(engine, planMethod(method, engine)),
    order: "crank",
    valves: file.valves.map((v) => ({ ...v, spec: SPEC })),
    state: file.lash?.state ?? "cold",
    survey: false,
    allToAimMm: null,
    parts: file.tightenedLater ?? [],
    lastTime: {},
    ...more,
  };
}
