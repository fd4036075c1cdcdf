import { valveName } from "@/core/job/words/names";
import type { RunContext, RunNow } from "../model";

/** Stop and valve in hand, above the sentence. */
export const whereWords = ({ job }: RunContext, { state }: RunNow, valve: Parameters<typeof valveName>[0]): string =>
  `Stop ${state.stop?.letter ?? ""}, ${job.route.findIndex((s) => s.letter === state.stop?.letter) + 1} of ${job.route.length} · valve ${valveName(valve, job.valves)}`;
