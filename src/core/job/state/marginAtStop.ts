/** What a stop of the route means for a valve, also for one whose turn is elsewhere. */
import { meets } from "../../stops/margin";
import type { RouteStop, RouteValve } from "../../stops/route";
import type { JobOf } from "../job";

/** The valve at this stop; a null doubt says that it may be read and set here. */
export function marginAtStop(job: JobOf, stop: RouteStop, valve: string): RouteValve {
  const marginDeg = stop.margins[valve] ?? null;
  if (meets(marginDeg, job.requiredMarginDeg)) return { valve, marginDeg, doubt: null };
  const home = job.route.find((s) => s.valves.some((v) => v.valve === valve && v.doubt === null));
  const where = home === undefined ? "" : ` Its turn is at stop ${home.letter}.`;
  return {
    valve,
    marginDeg,
    doubt: `Stop ${stop.letter} does not serve ${valve}: ${reason(marginDeg, job.requiredMarginDeg)}.${where}`,
  };
}

function reason(marginDeg: number | null, requiredDeg: number): string {
  if (marginDeg === null) return "no arc is known for it";
  if (marginDeg < 0) return `it is on its lobe, ${Math.ceil(-marginDeg)} degrees from the way out`;
  return `it is only ${Math.floor(marginDeg)} degrees clear of its lobe, and ${requiredDeg} are required`;
}
