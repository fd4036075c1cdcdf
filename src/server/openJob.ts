/** Opening a job: cautions accepted, state and instruments named, the route laid. */
import { eq } from "drizzle-orm";
import { z } from "zod";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { crossedLimit, lashSpec, specRoles } from "@/core/lash/spec";
import { cautionsFor } from "@/core/run/cautions";
import { routeOf } from "@/core/run/route";
import { planMethod } from "@/core/stops/methods";
import { SERVING_ORDERS } from "@/core/stops/orders";
import { DEFAULT_STOP_SETTINGS } from "@/core/stops/settings";
import { METHOD_IDS } from "@/core/stops/plan";
import type { Database } from "@/db/connect";
import { jobValves, jobs } from "@/db/schema";
import type { Actor } from "./actor";
import { findEngine } from "./engines";
import { findFeelerSet } from "./feelerSets";
import { UUID } from "./http";
import { Refused } from "./refused";

const id = z.string().regex(UUID, "This is not an id.");

const share = z.number("Give the share as a number.").min(0, "A share lies between 0 and 100 per cent.").max(1, "A share lies between 0 and 100 per cent.");

export const openJobInput = z.strictObject({
  id,
  engineId: id,
  state: z.enum(["cold", "hot"], "Say whether the engine is cold or hot."),
  temperatureC: z.number("Give the temperature as a number.").min(-60, "A temperature below -60 °C can't be right.").max(250, "A temperature above 250 °C can't be right.").nullable(),
  feelerSetId: z.string().regex(UUID, "Choose the feeler set in your hand."),
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
  if ((await findFeelerSet(db, actor.shopId, input.feelerSetId)) === null) throw new Refused("Choose a feeler set of this shop.", 422, "feelerSetId");
  const file = withJobValves(engine.file);
  requireReady(file, input);
  const route = layRoute(file, input);
  await db.transaction(async (tx) => {
    await tx.insert(jobs).values({
      ...input, shopId: actor.shopId, openedBy: actor.person.id, runningHours: engine.runningHours, engineFile: file, route,
      ...(openedAt === undefined ? {} : { openedAt }),
    });
    await tx.insert(jobValves).values(valveRows(file, actor.shopId, input.id));
  });
  return input.id;
}

/** The engine with the valves that have a spec: what has none is not part of a lash job. */
function withJobValves(file: EngineFile): EngineFile {
  const roles = specRoles(file);
  return { ...file, valves: file.valves.filter((v) => roles.includes(v.role)) };
}

/** Why a lash job can't be opened on this engine in this state, or null. */
function notReady(file: EngineFile, state: "cold" | "hot"): string | null {
  const { lash, adjuster } = file;
  if (adjuster?.kind === "hydraulic" || adjuster?.kind === "fixed") {
    return "This engine has hydraulic lifters without lash: preload can't be set here yet.";
  }
  if (lash === undefined || specRoles(file).length === 0) return "This engine has no lash spec yet: enter it on the engine's page first.";
  for (const role of specRoles(file)) {
    const figures = lash[role];
    const crossed = figures === undefined ? null : crossedLimit(lashSpec(figures));
    if (crossed !== null) return `${role}: ${crossed.why}`;
  }
  if (lash.state !== state) {
    const other = lash.state === "hot" ? "Warm the engine through first" : "Let the engine cool first";
    return `The spec is for a ${lash.state} engine, and this one is ${state}: a reading would be judged against the wrong figures. ${other}, or enter a spec for a ${state} engine.`;
  }
  return null;
}

function requireReady(file: EngineFile, input: OpenJob): void {
  const why = notReady(file, input.state);
  if (why !== null) throw new Refused(why, 422, "state");
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
