/** Opening a job: cautions accepted, state and instruments named, the route laid. */
import { eq } from "drizzle-orm";
import { z } from "zod";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { lashSpec } from "@/core/lash/spec";
import { cautionsFor } from "@/core/run/cautions";
import { intervalOf } from "@/core/run/job";
import { PURPOSES } from "@/core/run/purpose";
import { notReady, specSources, temperatureDoubt, underSource, withJobValves } from "@/core/run/ready";
import { routeOf } from "@/core/run/route";
import { planMethod } from "@/core/stops/methods";
import { SERVING_ORDERS } from "@/core/stops/orders";
import { DEFAULT_STOP_SETTINGS } from "@/core/stops/settings";
import { METHOD_IDS } from "@/core/stops/plan";
import type { Database } from "@/db/connect";
import { jobFeelerSets, jobValves, jobs } from "@/db/schema";
import type { Actor } from "./actor";
import { findEngine } from "./engines";
import { findFeelerSet } from "./feelerSets";
import { lastFinished } from "./lastFinished";
import { UUID } from "./http";
import { Refused } from "./refused";

const id = z.string().regex(UUID, "This is not an id.");

const share = z.number("Give the share as a number.").min(0, "A share lies between 0 and 100 per cent.").max(1, "A share lies between 0 and 100 per cent.");

export const openJobInput = z.strictObject({
  id,
  engineId: id,
  state: z.enum(["cold", "hot"], "Say whether the engine is cold or hot."),
  temperatureC: z.number("Give the temperature as a number.").min(-60, "A temperature below -60 °C can't be right.").max(250, "A temperature above 250 °C can't be right.").nullable(),
  /** Said again by a person where the temperature and the state do not go together. */
  temperatureSure: z.boolean().default(false),
  purpose: z.enum(PURPOSES, "Say why the lash is looked at.").default("routine"),
  note: z.string().trim().max(500, "Keep the note within 500 characters.").transform((n) => (n === "" ? null : n)).nullable().default(null),
  survey: z.boolean().default(false),
  allToAimMm: z.number("Give the tolerance in mm.").positive("A tolerance lies above 0 and up to 1 mm.").max(1, "A tolerance lies above 0 and up to 1 mm.").nullable().default(null),
  /** Which source of the spec rules; 0 is the engine's own. */
  source: z.number().int().min(0).max(8).default(0),
  feelerSetId: z.string().regex(UUID, "Choose the feeler set in your hand."),
  /** More sets on hand. */
  otherSetIds: z.array(id).max(8, "At most 8 more sets.").default([]),
  method: z.enum(METHOD_IDS, "Choose how to stop the crank."),
  requiredMarginDeg: z.number("Give the margin in degrees.").min(0, "The margin lies between 0 and 90 degrees.").max(90, "The margin lies between 0 and 90 degrees.").default(DEFAULT_STOP_SETTINGS.requiredDeg),
  servingOrder: z.enum(SERVING_ORDERS, "Choose an order of serving.").default("crank"),
  openingShare: share.default(DEFAULT_STOP_SETTINGS.openingShare),
  closingShare: share.default(DEFAULT_STOP_SETTINGS.closingShare),
  marksOnly: z.boolean().default(DEFAULT_STOP_SETTINGS.marksOnly),
  cautions: z.array(z.string().max(60)).max(40),
});
export type OpenJob = z.infer<typeof openJobInput>;

/** Opens a job and gives its id. Sent twice, it is opened once. @throws Refused */
export async function openJob(db: Database, actor: Actor, input: OpenJob, openedAt?: Date): Promise<string> {
  const [existing] = await db.select({ shopId: jobs.shopId }).from(jobs).where(eq(jobs.id, input.id));
  if (existing !== undefined) {
    if (existing.shopId !== actor.shopId) throw new Refused("This job belongs to another shop.", 409);
    return input.id;
  }
  const engine = await findEngine(db, actor.shopId, input.engineId);
  if (engine === null) throw new Refused("This engine is not in the shop any more. Go back to the bench and choose another.", 404, "engineId");
  const others = [...new Set(input.otherSetIds)].filter((s) => s !== input.feelerSetId);
  for (const set of [input.feelerSetId, ...others]) {
    if ((await findFeelerSet(db, actor.shopId, set)) === null) throw new Refused("Choose a feeler set of this shop.", 422, "feelerSetId");
  }
  if (input.source > 0 && specSources(engine.file)[input.source] === undefined) throw new Refused("This engine has no such source of a spec any more. Choose again.", 422, "source");
  const file = withJobValves(underSource(engine.file, input.source));
  requireReady(file, input);
  const route = layRoute(file, input);
  const lastTime = await lastTimeOf(db, actor.shopId, input, openedAt);
  await db.transaction(async (tx) => {
    await tx.insert(jobs).values({
      ...input, shopId: actor.shopId, openedBy: actor.person.id, runningHours: engine.runningHours, engineFile: file, route, lastTime,
      ...(openedAt === undefined ? {} : { openedAt }),
    });
    await tx.insert(jobValves).values(valveRows(file, actor.shopId, input.id));
    if (others.length > 0) await tx.insert(jobFeelerSets).values(others.map((setId, position) => ({ shopId: actor.shopId, jobId: input.id, setId, position })));
  });
  return input.id;
}

/** As-left of the last finished job, read in the same state: hot and cold readings are not compared. */
async function lastTimeOf(db: Database, shopId: string, { engineId, state }: OpenJob, openedAt = new Date()) {
  const last = await lastFinished(db, shopId, engineId, openedAt);
  if (last === null || last.row.state !== state) return {};
  return Object.fromEntries([...last.asLeft].map(([valve, reading]) => [valve, intervalOf(reading)]));
}

function requireReady(file: EngineFile, input: OpenJob): void {
  const why = notReady(file, input.state);
  if (why !== null) throw new Refused(why, 422, "state");
  const doubt = temperatureDoubt(input.state, input.temperatureC);
  if (doubt !== null && !input.temperatureSure) throw new Refused(doubt, 422, "temperatureC");
  const open = cautionsFor(file.sector, input.state).filter((c) => !input.cautions.includes(c.id));
  if (open.length > 0) throw new Refused(`Read and tick every caution first: ${open.length} not ticked.`, 422, "cautions");
}

function layRoute(file: EngineFile, { method, requiredMarginDeg: requiredDeg, servingOrder, ...eyed }: OpenJob) {
  const engine = resolveEngine(file);
  const plan = planMethod(method, engine, { requiredDeg, ...eyed }, file.marksDeg);
  if (plan.stops.length === 0) throw new Refused(`This method has no stop on this engine. ${plan.why} Choose another.`, 422, "method");
  return routeOf(engine, plan, servingOrder);
}

function valveRows(file: EngineFile, shopId: string, jobId: string) {
  return file.valves.flatMap((v, position) => {
    const figures = file.lash?.[v.role];
    if (figures === undefined) return [];
    const { nominalMm, lowMm, highMm } = lashSpec(figures);
    return [{ shopId, jobId, valve: v.id, cylinder: v.cylinder, role: v.role, position, nominalMm, lowMm, highMm }];
  });
}
