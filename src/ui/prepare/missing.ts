/** What a preparation still lacks before a job can be begun, all at once. Pure. */
import type { Lack } from "@/core/job/setup/givens";
import { LIFTERS_UNSAID } from "@/core/job/tasks/preload/plan";
import { parseLength } from "@/core/units/length";
import { unitProblem } from "@/core/units/typedLength";
import { figure } from "../controls/typed";
import type { Trouble } from "../send";

/** What is looked at before anything is sent. */
export interface Asked {
  /** By the rules of a job; the shop looks at them again. */
  readonly lacks: readonly Lack[];
  /** Whether the lifters have run has to be said, and was not. */
  readonly liftersUnsaid: boolean;
  readonly hours: string;
  readonly temperature: string;
  readonly air: string;
  readonly tolerance: string;
  /** Undefined where what is typed is no temperature. */
  readonly celsius: (typed: string) => number | null | undefined;
}

/** Each with the field that it is about. */
export function missing({ lacks, liftersUnsaid, hours, temperature, air, tolerance, celsius }: Asked): Trouble[] {
  const within = unitProblem(tolerance);
  const typed: (Trouble | false)[] = [
    liftersUnsaid && { path: "lifters", message: LIFTERS_UNSAID },
    figure(hours) === undefined && {
      path: "hours",
      message: `"${hours}" is no number of hours: write it like 1240 or 1240.5.`,
    },
    celsius(temperature) === undefined && { path: "temperatureC", message: `"${temperature}" is not a temperature.` },
    celsius(air) === undefined && { path: "airC", message: `"${air}" is not a temperature.` },
    (within !== null || (tolerance.trim() !== "" && parseLength(tolerance) === null)) && {
      path: "allToAimMm",
      message: within ?? `"${tolerance}" is no length: write it like 0.02 mm or .001 in.`,
    },
  ];
  return [...lacks.map(({ field, why }) => ({ path: field, message: why })), ...typed.filter((t) => t !== false)];
}
