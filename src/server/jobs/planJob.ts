/** What a job works by, from the engine's file and what was chosen. */
import type { EngineFile } from "@/core/engine/engineFile";
import { type GrowthSource, type GrowthSources, growthSourcesOf } from "@/core/heat/growthSources";
import type { Offset } from "@/core/heat/offset";
import type { FittedEntry } from "@/core/job/ledger/entry";
import { chosenOffset, lackingGivens, lacks, planTask, rulesFor, specFor } from "@/core/job/prepare";
import type { Planned } from "@/core/job/setup/setup";
import type { Task } from "@/core/job/tasks";
import { bleedMinutesFor } from "@/core/preload/bleedDown";
import type { Database } from "@/db/connect";
import { enteredLately } from "@/db/queries/ledger";
import { Refused } from "../http/refused";
import { bleedOf, temperatureUnitOf } from "../shop/shopSettings";
import { measuredFor } from "./hotColdReadings";
import type { OpenJob } from "./openJobInput";

export interface JobPlan {
  readonly task: Task;
  readonly offset: Offset | null;
}

/** @throws Refused, with the field of the preparation that it is about */
export async function planJob(
  db: Database,
  shopId: string,
  file: EngineFile,
  input: OpenJob,
  openedAt = new Date(),
): Promise<JobPlan> {
  const rules = rulesFor(file);
  const why = lacks(file);
  if (why !== null) throw new Refused(why, 422, "state");
  const sources =
    rules.judgedIn === "spec-state"
      ? NO_SOURCES
      : growthSourcesOf(file, await measuredFor(db, shopId, input.engineId));
  const offset = planned(chosenOffset(file, sources, input.heatWay, input.state));
  const task = planned(
    planTask(file, {
      targetTurns: input.targetTurns,
      lifters: input.lifters,
      travelMm: input.travelMm,
      depth: input.depth,
      proof: input.proof,
      growthKnown: sources.sources.length > 0,
      bleedMinutes: bleedMinutesFor(await bleedOf(db, shopId), input.state, input.temperatureC),
      growth: rules.judgedIn === "any-state" ? chosenGrowth(sources, input) : null,
      fittedBefore: rules.remembersParts ? await fittedBefore(db, shopId, input.engineId, openedAt) : [],
    }),
  );
  const temperatureUnit = await temperatureUnitOf(db, shopId);
  const [first] = lackingGivens(file, { ...input, temperatureUnit }, { plan: offset });
  if (first !== undefined) throw new Refused(first.why, 422, first.field);
  return { task, offset };
}

const NO_SOURCES: GrowthSources = { sources: [], missing: [] };

function planned<T>(plan: Planned<T>): T {
  if ("plan" in plan) return plan.plan;
  throw new Refused(plan.why, 422, plan.field);
}

/** How heat opens the gap; null where it is not counted with. */
function chosenGrowth({ sources }: GrowthSources, { heatWay }: OpenJob): GrowthSource | null {
  if (heatWay === null) return null;
  const source = sources.find((s) => s.id === heatWay);
  if (source === undefined)
    throw new Refused("That way to know the growth is not there any more. Choose again.", 422, "heatWay");
  return source;
}

/** What earlier jobs on this engine fitted, in order. */
async function fittedBefore(db: Database, shopId: string, engineId: string, before: Date): Promise<FittedEntry[]> {
  const lately = await enteredLately(db, shopId, { engineId, before, kinds: ["fitted"] });
  return lately.flatMap(({ entries }) => entries.filter((e) => e.kind === "fitted"));
}

/** The valves of a job with the band of each. */
export function valveRows(file: EngineFile, { task, offset }: JobPlan, { state }: OpenJob) {
  return file.valves.flatMap((v, position) => {
    const spec = specFor(file, task, v, state, offset);
    if (spec === null) return [];
    const { nominalMm, lowMm, highMm } = spec;
    return [{ valve: v.id, cylinder: v.cylinder, role: v.role, position, nominalMm, lowMm, highMm }];
  });
}
