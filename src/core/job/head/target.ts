/** What a job sets to, on one line for the head of the run. */
import type { EngineFile } from "../../engine/engineFile";
import type { AnyTask, JobOf } from "../job";
import type { ValveState } from "../state/state";
import { underWords } from "../words/heights";
import { roleUnit, specWords } from "../words/specs";

/** What the line asks of a kind of work. */
export interface TargetRules<T extends AnyTask = AnyTask, Own = unknown> {
  /** What the gap is called where that is not lash: "Dry gap". */
  readonly gapName?: string;
  /** The short figure of a valve, in place of its last reading; null for that. */
  figure?(valve: ValveState<Own>): string | null;
  /** What a job sets to, where that is not the bands of its roles. */
  targetWords?(job: JobOf<T>): string;
}

/** So many single valves are named on the line; more are counted (assumed: what fits). */
const NAMED = 3;

/** "int. 0.20 (0.15–0.25) mm · 3E 0.35 (0.30–0.40) mm": the band of each role, and of valves with figures of their own. */
export function targetWords(rules: TargetRules, job: JobOf, file: EngineFile): string {
  const own = rules.targetWords?.(job);
  if (own !== undefined) return own;
  const roles = [...new Set(job.valves.map((v) => v.role))];
  const single = job.valves.filter((v) => file.lash?.valves?.[v.id] !== undefined);
  const bands = roles.flatMap((role) => {
    const valve = job.valves.find((v) => v.role === role && !single.includes(v));
    return valve === undefined
      ? []
      : [`${role.slice(0, 3)}. ${specWords(valve.spec, roleUnit(file, role))}${underWords(valve.block)}`];
  });
  if (single.length > NAMED) bands.push(`${single.length} valves with a spec of their own`);
  else bands.push(...single.map((v) => `${v.id} ${specWords(v.spec, roleUnit(file, v.role))}${underWords(v.block)}`));
  const from = job.offset === null ? "" : `From the ${job.offset.specState} spec: `;
  return `${rules.gapName === undefined ? from : `${rules.gapName} `}${bands.join(" · ")}`;
}
