import { type LashSpec, crossedLimit } from "../lash/spec";
import { CalcProblem } from "./problem";

/** Crossed limits are an error in a calculation. @throws CalcProblem */
export function refuseCrossed(spec: LashSpec, path: string): void {
  const crossed = crossedLimit(spec);
  if (crossed !== null) throw new CalcProblem(crossed.why, `${path}.${crossed.field}`);
}
