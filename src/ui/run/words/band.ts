import type { ValveState } from "@/core/job/state/state";
import { bandUnder } from "@/core/job/words/heights";
import { roleUnit } from "@/core/job/words/specs";
import type { RunContext } from "../model";

/** The band of a valve in the unit in which it was written down, and under which block it is read. */
export const bandOf = ({ file }: RunContext, valve: ValveState): string =>
  bandUnder(valve.valve, roleUnit(file, valve.valve.role));
