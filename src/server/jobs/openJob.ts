/** Opening a job: cautions accepted, state and instruments named, the route laid. */
import { intervalOf } from "@/core/job/ledger/readings";
import { rulesFor, taskAlong, withJobValves } from "@/core/job/prepare";
import { specSources, underSource } from "@/core/job/setup/setup";
import { TASKS, type Task } from "@/core/job/tasks";
import type { Database } from "@/db/connect";
import { jobOf } from "@/db/queries/jobs";
import { jobFeelerSets, jobValves, jobs } from "@/db/schema";
import { type EngineRecord, findEngine } from "../engines/engines";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import { heavy } from "../heavy/heavy";
import { lookAtCounter } from "../record/use";
import { bleedOf } from "../shop/shopSettings";
import { listFeelerSets } from "../shop/feelerSets";
import { beginAgain, openJobOn } from "./beginAgain";
import { lastFinished } from "./lastFinished";
import type { OpenJob } from "./openJobInput";
import { planJob, valveRows } from "./planJob";

/** Opens a job and gives its id. Sent twice, it is opened once. @throws Refused */
export async function openJob(db: Database, actor: Actor, input: OpenJob, openedAt?: Date): Promise<string> {
  const { shopId } = actor;
  const engine = await chosenEngine(db, shopId, input);
  const others = await chosenSets(db, shopId, input);
  const file = withJobValves(underSource(engine.file, input.source), input.bank);
  const plan = await planJob(db, shopId, file, input, openedAt);
  const route = await heavy("route", { file, chosen: input }, shopId);
  const lastTime = await lastTimeOf(db, shopId, input, plan.task, openedAt);
  const rules = rulesFor(file);
  const { always } = await bleedOf(db, shopId);
  const task = always ? plan.task : taskAlong(file, plan.task, route);
  const before = input.again === null ? null : await openJobOn(db, shopId, input.engineId, input.again);
  const guarded = rules.guardedBy?.(task) ?? { mmPerTurn: null, bleedMinutes: null };
  const {
    targetTurns: _t,
    lifters: _l,
    travelMm: _m,
    depth: _d,
    proof: _p,
    heatWay: _h,
    again: _a,
    carry,
    hours,
    hoursSure,
    ...kept
  } = input;
  await once(db, actor, { what: "job", id: input.id, input }, async (tx) => {
    if (hours !== null)
      await lookAtCounter(tx as unknown as Database, actor, input.engineId, hours, hoursSure, "hours");
    const [row] = await tx
      .insert(jobs)
      .values({
        ...kept,
        ...guarded,
        shopId,
        openedBy: actor.person.id,
        runningHours: hours ?? engine.runningHours,
        engineFile: file,
        route,
        lastTime,
        task: task.kind,
        plan: task.plan,
        heatOffset: plan.offset,
        survey: input.survey || rules.readsAllFirst,
        ...(openedAt === undefined ? {} : { openedAt }),
      })
      .returning();
    const valves = await tx
      .insert(jobValves)
      .values(valveRows(file, plan, input).map((v) => ({ ...v, shopId, jobId: input.id })))
      .returning();
    if (others.length > 0)
      await tx
        .insert(jobFeelerSets)
        .values(others.map((setId, position) => ({ shopId, jobId: input.id, setId, position })));
    if (before !== null && row !== undefined) await beginAgain(tx, actor, before, jobOf(row, valves), carry);
  });
  return input.id;
}

/** The engine, with the source and the bank that were chosen there. */
export async function chosenEngine(
  db: Database,
  shopId: string,
  { engineId, source, bank }: Pick<OpenJob, "engineId" | "source" | "bank">,
): Promise<EngineRecord> {
  const engine = await findEngine(db, shopId, engineId);
  if (engine === null)
    throw new Refused(
      "This engine is not in the shop any more. Go back to the bench and choose another.",
      404,
      "engineId",
    );
  if (engine.archived)
    throw new Refused("This engine was archived: a lead brings it back first, on its page.", 409, "engineId");
  if (source > 0 && specSources(engine.file)[source] === undefined)
    throw new Refused("This engine has no such source of a spec any more. Choose again.", 422, "source");
  if (bank !== null && engine.file.layout?.banks?.[bank] === undefined)
    throw new Refused("This engine has no such bank. Choose again.", 422, "bank");
  return engine;
}

/** The sets on hand beside the job's own; all of them are the shop's. */
export async function chosenSets(
  db: Database,
  shopId: string,
  { feelerSetId, otherSetIds }: Pick<OpenJob, "feelerSetId" | "otherSetIds">,
): Promise<string[]> {
  const others = [...new Set(otherSetIds)].filter((s) => s !== feelerSetId);
  const inUse = new Set((await listFeelerSets(db, shopId)).map((set) => set.id));
  if (![feelerSetId, ...others].every((set) => inUse.has(set)))
    throw new Refused("Choose a feeler set of this shop.", 422, "feelerSetId");
  return others;
}

/** As-left of the last finished job, read in the same state: hot and cold readings are not compared, nor a gap with a depth. */
async function lastTimeOf(
  db: Database,
  shopId: string,
  { engineId, state }: OpenJob,
  task: Task,
  openedAt = new Date(),
) {
  const last = await lastFinished(db, shopId, engineId, openedAt);
  if (last === null || last.row.state !== state) return {};
  if (TASKS[last.row.task].sheetWork !== TASKS[task.kind].sheetWork) return {};
  return Object.fromEntries([...last.asLeft].map(([valve, reading]) => [valve, intervalOf(reading)]));
}
