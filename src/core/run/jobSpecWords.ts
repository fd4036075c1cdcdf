/** What a job sets to, on one line for the head of the run. */
import type { EngineFile } from "../engine/engineFile";
import { plungerTravelMm } from "../preload/gear";
import { turnsWords } from "../preload/turning";
import type { Job } from "./job";
import { specUnit, specWords } from "./words";

export function jobSpecWords(job: Job, file: EngineFile): string {
  const { preload } = job;
  if (preload !== null)
    return `${turnsWords(preload.targetTurns)}: plunger ${plungerTravelMm(preload.targetTurns, preload.gear).toFixed(2)} of ${preload.gear.plunger.travelMm} mm`;
  const roles = [...new Set(job.valves.map((v) => v.role))];
  const bands = roles.flatMap((role) => {
    const valve = job.valves.find((v) => v.role === role);
    return valve === undefined ? [] : [`${role.slice(0, 3)}. ${specWords(valve.spec, specUnit(file.lash?.[role]))}`];
  });
  return `${job.work === "dry-gap" ? "Dry gap " : job.offset === null ? "" : `From the ${job.offset.specState} spec: `}${bands.join(" · ")}`;
}
