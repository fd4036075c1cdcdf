import type { ValveState } from "@/core/job/state/state";
import { bandWords, roleUnit } from "@/core/job/words/specs";
import type { RunContext } from "../model";

/** The band of a valve in the unit in which it was written down. */
export const bandOf = ({ file }: RunContext, valve: ValveState): string =>
  bandWords(valve.valve.spec, roleUnit(file, valve.valve.role));
