/** Opening a job: cautions accepted, state and instruments named, the route laid. */
import { eq } from "drizzle-orm";
import { z } from "zod";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { GROWTH_SOURCE_IDS, growthSourcesOf } from "@/core/heat/growthSources";
import { bleedMinutesFor } from "@/core/preload/bleedDown";
import { plungerTravelMm } from "@/core/preload/gear";
import { LIFTER_STATES } from "@/core/preload/zeroLash";
import { cautionsFor } from "@/core/run/cautions";
import { type FittedEntry, liveEntries } from "@/core/run/entry";
import { type Work, intervalOf } from "@/core/run/job";
import {
  type Planned,
  fileTurns,
  noWayOver,
  planClosing,
  planFixed,
  planOffset,
  planPreload,
  planShims,
  preloadSpec,
} from "@/core/run/planWork";
import type { ClosingPlan, FixedPlan, Offset, PreloadPlan, ShimsPlan } from "@/core/run/plans";
import { PURPOSES } from "@/core/run/purpose";
import {
  lacks,
  notReady,
  specFor,
  specSources,
  temperatureDoubt,
  underSource,
  withJobValves,
  workOf,
} from "@/core/run/ready";
import { routeOf } from "@/core/run/route";
import { planMethod } from "@/core/stops/methods";
import { SERVING_ORDERS } from "@/core/stops/orders";
import { DEFAULT_STOP_SETTINGS } from "@/core/stops/settings";
import { METHOD_IDS } from "@/core/stops/plan";
import type { Database } from "@/db/connect";
import { listJobsOfEngine } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { jobFeelerSets, jobValves, jobs } from "@/db/schema";
import type { Actor } from "./actor";
import { findEngine } from "./engines";
import { findFeelerSet } from "./feelerSets";
import { lastFinished } from "./lastFinished";
import { UUID } from "./http";
import { measuredFor } from "./pairs";
import { bleedOf } from "./shopSettings";
import { Refused } from "./refused";

const id = z.string().regex(UUID, "This is not an id.");

const share = z
  .number("Give the share as a number.")
  .min(0, "A share lies between 0 and 100 per cent.")
  .max(1, "A share lies between 0 and 100 per cent.");

export const openJobInput = z.strictObject({
  id,
  engineId: id,
  state: z.enum(["cold", "hot"], "Say whether the engine is cold or hot."),
  temperatureC: z
    .number("Give the temperature as a number.")
    .min(-60, "A temperature below -60 °C can't be right.")
    .max(250, "A temperature above 250 °C can't be right.")
    .nullable(),
  /** Said again by a person where the temperature and the state do not go together. */
  temperatureSure: z.boolean().default(false),
  purpose: z.enum(PURPOSES, "Say why the lash is looked at.").default("routine"),
  note: z
    .string()
    .trim()
    .max(500, "Keep the note within 500 characters.")
    .transform((n) => (n === "" ? null : n))
    .nullable()
    .default(null),
  survey: z.boolean().default(false),
  allToAimMm: z
    .number("Give the tolerance in mm.")
    .positive("A tolerance lies above 0 and up to 1 mm.")
    .max(1, "A tolerance lies above 0 and up to 1 mm.")
    .nullable()
    .default(null),
  /** Which source of the spec rules; 0 is the engine's own. */
  source: z.number().int().min(0).max(8).default(0),
  /** The way to know the growth with heat; null where none is needed, or none is counted with. */
  heatWay: z.enum(GROWTH_SOURCE_IDS, "Choose how the growth is known.").nullable().default(null),
  /** Of preload: how far past zero lash, and whether the lifters are full of oil. */
  targetTurns: z
    .number("Give the turns as a number.")
    .positive("A preload is more than no turn.")
    .max(5, "A preload is at most 5 turns.")
    .nullable()
    .default(null),
  lifters: z.enum(LIFTER_STATES, "Say whether the lifters have run.").nullable().default(null),
  /** The air around a hot engine. */
  airC: z
    .number("Give the temperature as a number.")
    .min(-60, "Air below -60 °C can't be right.")
    .max(60, "Air above 60 °C can't be right.")
    .nullable()
    .default(null),
  licensed: z
    .string()
    .trim()
    .max(120, "Keep the name within 120 characters.")
    .transform((n) => (n === "" ? null : n))
    .nullable()
    .default(null),
  /** The only bank that is done. */
  bank: z.number().int().min(0).max(3).nullable().default(null),
  feelerSetId: z.string().regex(UUID, "Choose the feeler set in your hand."),
  /** More sets on hand. */
  otherSetIds: z.array(id).max(8, "At most 8 more sets.").default([]),
  method: z.enum(METHOD_IDS, "Choose how to stop the crank."),
  requiredMarginDeg: z
    .number("Give the margin in degrees.")
    .min(0, "The margin lies between 0 and 90 degrees.")
    .max(90, "The margin lies between 0 and 90 degrees.")
    .default(DEFAULT_STOP_SETTINGS.requiredDeg),
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
  if (engine === null)
    throw new Refused(
      "This engine is not in the shop any more. Go back to the bench and choose another.",
      404,
      "engineId",
    );
  const others = [...new Set(input.otherSetIds)].filter((s) => s !== input.feelerSetId);
  for (const set of [input.feelerSetId, ...others]) {
    if ((await findFeelerSet(db, actor.shopId, set)) === null)
      throw new Refused("Choose a feeler set of this shop.", 422, "feelerSetId");
  }
  if (input.source > 0 && specSources(engine.file)[input.source] === undefined)
    throw new Refused("This engine has no such source of a spec any more. Choose again.", 422, "source");
  if (input.bank !== null && engine.file.layout?.banks?.[input.bank] === undefined)
    throw new Refused("This engine has no such bank. Choose again.", 422, "bank");
  const file = withJobValves(underSource(engine.file, input.source), input.bank);
  const plans = await planJob(db, actor.shopId, file, input, openedAt);
  requireReady(file, input, plans.offset);
  const route = layRoute(file, input);
  const lastTime = await lastTimeOf(db, actor.shopId, input, plans.work, openedAt);
  const { targetTurns: _t, lifters: _l, heatWay: _h, ...kept } = input;
  await db.transaction(async (tx) => {
    await tx.insert(jobs).values({
      ...kept,
      shopId: actor.shopId,
      openedBy: actor.person.id,
      runningHours: engine.runningHours,
      engineFile: file,
      route,
      lastTime,
      work: plans.work,
      preload: plans.preload,
      fixed: plans.fixed,
      heatOffset: plans.offset,
      survey: input.survey || plans.work === "dry-gap" || plans.shims !== null,
      shims: plans.shims,
      closing: plans.closing,
      mmPerTurn: plans.preload === null ? null : plungerTravelMm(1, plans.preload.gear),
      bleedMinutes: plans.preload?.bleedMinutes ?? null,
      ...(openedAt === undefined ? {} : { openedAt }),
    });
    await tx
      .insert(jobValves)
      .values(valveRows(file, plans, input).map((v) => ({ ...v, shopId: actor.shopId, jobId: input.id })));
    if (others.length > 0)
      await tx
        .insert(jobFeelerSets)
        .values(others.map((setId, position) => ({ shopId: actor.shopId, jobId: input.id, setId, position })));
  });
  return input.id;
}

/** As-left of the last finished job, read in the same state: hot and cold readings are not compared. */
async function lastTimeOf(
  db: Database,
  shopId: string,
  { engineId, state }: OpenJob,
  work: Work,
  openedAt = new Date(),
) {
  const last = await lastFinished(db, shopId, engineId, openedAt);
  if (last === null || last.row.state !== state || last.row.work !== work) return {};
  return Object.fromEntries([...last.asLeft].map(([valve, reading]) => [valve, intervalOf(reading)]));
}

interface Plans {
  readonly work: Work;
  readonly offset: Offset | null;
  readonly preload: PreloadPlan | null;
  readonly fixed: FixedPlan | null;
  readonly shims: ShimsPlan | null;
  readonly closing: ClosingPlan | null;
}

/** What the job works by, from what was chosen. @throws Refused */
async function planJob(
  db: Database,
  shopId: string,
  file: EngineFile,
  input: OpenJob,
  openedAt?: Date,
): Promise<Plans> {
  const work = workOf(file);
  const nothing = {
    work,
    offset: null,
    preload: null,
    fixed: null,
    shims: work === "lash" ? planShims(file, await lastFitted(db, shopId, input.engineId, openedAt)) : null,
    closing: work === "lash" ? planClosing(file, await lastPairs(db, shopId, input.engineId, openedAt)) : null,
  };
  const why = lacks(file);
  if (why !== null) throw new Refused(why, 422, "state");
  if (work === "dry-gap")
    return { ...nothing, fixed: planFixed(file, await lastFitted(db, shopId, input.engineId, openedAt)) };
  const ways = growthSourcesOf(file, await measuredFor(db, shopId, input.engineId));
  const closed = work === "lash" && input.heatWay === null ? noWayOver(file, ways, input.state) : null;
  if (closed !== null) throw new Refused(closed, 422, "heatWay");
  if (work === "lash")
    return input.heatWay === null || file.lash?.state === input.state
      ? nothing
      : { ...nothing, offset: taken(planOffset(file, ways, input.heatWay)) };
  if (input.lifters === null)
    throw new Refused(
      "Say whether these lifters have run, or are new and dry: it decides how zero lash is found, and whether they must bleed down.",
      422,
      "lifters",
    );
  const way = input.heatWay === null ? null : (ways.sources.find((w) => w.id === input.heatWay) ?? null);
  if (input.heatWay !== null && way === null)
    throw new Refused("That way to know the growth is not there any more. Choose again.", 422, "heatWay");
  const bleedMinutes = bleedMinutesFor(await bleedOf(db, shopId), input.state, input.temperatureC);
  return {
    ...nothing,
    preload: taken(
      planPreload(file, { turns: input.targetTurns ?? fileTurns(file), lifters: input.lifters, bleedMinutes, way }),
    ),
  };
}

function taken<T>(planned: Planned<T>): T {
  if ("plan" in planned) return planned.plan;
  throw new Refused(planned.why, 422, planned.field);
}

/** What earlier jobs on this engine fitted, in order. */
async function fittedBefore(
  db: Database,
  shopId: string,
  engineId: string,
  openedAt = new Date(),
): Promise<FittedEntry[]> {
  const earlier = await listJobsOfEngine(db, shopId, engineId, openedAt);
  const ledgers = await Promise.all(earlier.reverse().map(({ row }) => ledgerOf(db, row.id)));
  return ledgers.flatMap((ledger) => liveEntries(ledger).filter((e) => e.kind === "fitted"));
}

const lastFitted = async (...args: Parameters<typeof fittedBefore>): Promise<FixedPlan["fittedMm"]> =>
  Object.fromEntries((await fittedBefore(...args)).map((e) => [e.valve, e.lengthMm]));

/** The openers and closers that are in there by what is known. */
async function lastPairs(...args: Parameters<typeof fittedBefore>): Promise<ClosingPlan["fittedMm"]> {
  const pairs: Record<string, ClosingPlan["fittedMm"][string]> = {};
  for (const { valve, part, lengthMm } of await fittedBefore(...args)) {
    const known = pairs[valve] ?? { openerMm: null, closerMm: null };
    pairs[valve] = part === "closer" ? { ...known, closerMm: lengthMm } : { ...known, openerMm: lengthMm };
  }
  return pairs;
}

function requireReady(file: EngineFile, input: OpenJob, offset: Offset | null): void {
  const why = notReady(file, input.state, offset);
  if (why !== null) throw new Refused(why, 422, offset === null ? "state" : "heatWay");
  const doubt = temperatureDoubt(input.state, input.temperatureC);
  if (doubt !== null && !input.temperatureSure) throw new Refused(doubt, 422, "temperatureC");
  if (file.sector === "aircraft" && workOf(file) === "dry-gap" && input.licensed === null)
    throw new Refused(
      "Name the licensed person who releases this work: without one it is not begun.",
      422,
      "licensed",
    );
  const open = cautionsFor(file, input.state, input.lifters).filter((c) => !input.cautions.includes(c.id));
  if (open.length > 0)
    throw new Refused(`Read and tick every caution first: ${open.length} not ticked.`, 422, "cautions");
}

function layRoute(file: EngineFile, { method, requiredMarginDeg: requiredDeg, servingOrder, ...eyed }: OpenJob) {
  const engine = resolveEngine(file);
  const plan = planMethod(method, engine, { requiredDeg, ...eyed }, file.marksDeg);
  if (plan.stops.length === 0)
    throw new Refused(`This method has no stop on this engine. ${plan.why} Choose another.`, 422, "method");
  return routeOf(engine, plan, servingOrder);
}

function valveRows(file: EngineFile, { preload, offset }: Plans, { state }: OpenJob) {
  return file.valves.flatMap((v, position) => {
    const spec = preload === null ? specFor(file, v.role, state, offset) : preloadSpec(preload, v.role);
    if (spec === null) return [];
    const { nominalMm, lowMm, highMm } = spec;
    return [{ valve: v.id, cylinder: v.cylinder, role: v.role, position, nominalMm, lowMm, highMm }];
  });
}
