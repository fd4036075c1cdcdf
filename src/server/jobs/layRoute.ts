/** The route of a job by the method that was chosen. */
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { planMethod } from "@/core/stops/planMethod";
import { type RouteStop, routeOf } from "@/core/stops/route";
import { Refused } from "../http/refused";
import type { OpenJob } from "./openJobInput";

export interface RouteQuestion {
  readonly file: EngineFile;
  readonly chosen: Pick<
    OpenJob,
    "method" | "requiredMarginDeg" | "servingOrder" | "openingShare" | "closingShare" | "marksOnly"
  >;
}

/** @throws Refused when the method has no stop on this engine */
export function layRoute({ file, chosen }: RouteQuestion): RouteStop[] {
  const { method, requiredMarginDeg: requiredDeg, servingOrder, openingShare, closingShare, marksOnly } = chosen;
  const engine = resolveEngine(file);
  const settings = { requiredDeg, openingShare, closingShare, marksOnly };
  const plan = planMethod(method, engine, settings, file.marksDeg);
  if (plan.stops.length === 0)
    throw new Refused(`This method has no stop on this engine. ${plan.why} Choose another.`, 422, "method");
  return routeOf(engine, plan, servingOrder);
}
