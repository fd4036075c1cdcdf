import { offsetBy } from "@/core/heat/offset";
import type { ValveState } from "@/core/job/state/state";
import { roleUnit } from "@/core/job/words/specs";
import { showLength } from "@/core/units/length";
import type { RunContext } from "../model";

/** What a reading in the other state amounts to in the spec's own, said with the judgement. */
export function throughWords({ job, file }: RunContext, { valve }: ValveState, mm: number): string {
  if (job.offset === null) return "";
  const own = mm - offsetBy(job.offset, job.state, valve.role);
  return ` Through the offset that is about ${showLength(own, roleUnit(file, valve.role))} ${job.offset.specState}.`;
}
