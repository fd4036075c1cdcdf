/** Engines: import, list, one engine with its file, and changing its spec. */
import { randomUUID } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem, parseInput } from "@/core/calc/problem";
import type { EngineFile } from "@/core/engine/engineFile";
import { asEngineFile, engineFileSchema, unknownFields } from "@/core/engine/engineFileSchema";
import { COUNTER_UNITS, type CounterUnit } from "@/core/record/counter";
import type { Database } from "@/db/connect";
import { engineModels, engines, jobs, jobsInHand } from "@/db/schema";
import { isRefusedBy } from "@/db/sqlStates";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput, isId } from "../http/id";
import { permit } from "../http/permit";
import { Refused } from "../http/refused";
import { keepDeadline } from "../record/deadline";
import { keepUse, useHours } from "../record/use";

export interface EngineRecord {
  readonly id: string;
  readonly serial: string | null;
  /** What its counter shows, in the unit in which it counts. */
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  /** Whose it is and where it stands, as one would say it. */
  readonly customer: string | null;
  /** It is gone from the shop; its book stays. */
  readonly archived: boolean;
  readonly file: EngineFile;
}

const columns = {
  id: engines.id,
  serial: engines.serial,
  runningHours: engines.runningHours,
  counterUnit: engines.counterUnit,
  customer: engines.customer,
  archived: sql<boolean>`${engines.archivedAt} is not null`,
  file: engineModels.file,
};
const withModel = and(eq(engineModels.id, engines.modelId), eq(engineModels.shopId, engines.shopId));

export async function findEngine(db: Database, shopId: string, id: string): Promise<EngineRecord | null> {
  if (!isId(id)) return null;
  const [found] = await db
    .select(columns)
    .from(engines)
    .innerJoin(engineModels, withModel)
    .where(and(eq(engines.shopId, shopId), eq(engines.id, id)));
  return found ?? null;
}

/** What tells an engine from others of its kind. */
const ofThisOne = {
  serial: z
    .string()
    .trim()
    .max(60, "Keep the serial within 60 characters.")
    .transform((s) => (s === "" ? null : s)),
  runningHours: useHours.nullable(),
  counterUnit: z.enum(COUNTER_UNITS).optional(),
  customer: z
    .string()
    .trim()
    .max(120, "Keep it within 120 characters.")
    .transform((s) => (s === "" ? null : s))
    .optional(),
};

export const addEngineInput = z.strictObject({
  id: idInput,
  /** The engine file as text, so that a broken one gets the sentence that says where. */
  text: z.string("Choose a file, or paste its text."),
  ...ofThisOne,
});
export type AddEngine = z.infer<typeof addEngineInput>;

/** Reads an engine file. @throws CalcProblem with the path of what is wrong */
export function readEngineFile(text: string): EngineFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new CalcProblem(
      `This is not an engine file: it is not JSON${placeOf(error)}. Check for a missing comma, quote or brace there.`,
      "",
    );
  }
  return asEngineFile(parseInput(engineFileSchema, json));
}

/** "line 3" from the parser's own message, when it names a place. */
function placeOf(error: unknown): string {
  const found = /line (\d+) column (\d+)/.exec(String(error));
  if (found !== null) return ` (line ${found[1]}, character ${found[2]})`;
  const at = /position (\d+)/.exec(String(error));
  return at === null ? "" : ` (at character ${at[1]})`;
}

export interface Added {
  readonly id: string;
  /** Fields that are kept in the file but used for nothing. */
  readonly unknown: readonly string[];
}

/** Takes an engine into the shop. Sent twice, it is taken in once. @throws CalcProblem */
export async function addEngine(db: Database, actor: Actor, input: AddEngine): Promise<Added> {
  const file = readEngineFile(input.text);
  const unknown = unknownFields(file);
  await once(db, actor, { what: "engine", id: input.id, input }, async (tx) => {
    const modelId = randomUUID();
    await tx.insert(engineModels).values({ id: modelId, shopId: actor.shopId, file });
    await tx.insert(engines).values({
      id: input.id,
      shopId: actor.shopId,
      modelId,
      serial: input.serial,
      runningHours: input.runningHours,
      counterUnit: input.counterUnit,
      customer: input.customer ?? null,
    });
    if (input.runningHours !== null)
      await keepUse(tx as unknown as Database, actor.shopId, input.id, input.runningHours, actor.person.id);
  });
  return { id: input.id, unknown };
}

const COUNTS_OTHERWISE = new Refused(
  "Its counter was looked at already: it goes on in that unit. Add it as another engine to count otherwise.",
  409,
  "counterUnit",
);

export const changeEngineInput = z.strictObject({ file: z.unknown(), ...ofThisOne });

/** Replaces the engine's file, serial and hours; jobs keep what they were opened with. @throws Refused, CalcProblem */
export async function changeEngine(
  db: Database,
  actor: Actor,
  id: string,
  { file, serial, runningHours, counterUnit, customer }: z.infer<typeof changeEngineInput>,
): Promise<void> {
  await db.transaction(async (tx) => {
    await keepFile(tx, actor, id, () => file);
    const thisOne = and(eq(engines.shopId, actor.shopId), eq(engines.id, id));
    const [before] = await tx.select({ hours: engines.runningHours }).from(engines).where(thisOne);
    await tx
      .update(engines)
      .set({ serial, runningHours, counterUnit, ...(customer === undefined ? {} : { customer }) })
      .where(thisOne)
      .catch((error: unknown) => {
        throw isRefusedBy(error, "countsOtherwise") ? COUNTS_OTHERWISE : error;
      });
    if (runningHours !== null && runningHours !== before?.hours)
      await keepUse(tx as unknown as Database, actor.shopId, id, runningHours, actor.person.id);
    else await keepDeadline(tx as unknown as Database, actor.shopId, id);
  });
}

export const archiveInput = z.strictObject({ archived: z.boolean() });

/** Says that an engine is gone from the shop, or back; what was done on it stays. @throws Refused */
export async function archiveEngine(
  db: Database,
  { shopId }: Actor,
  id: string,
  { archived }: z.infer<typeof archiveInput>,
): Promise<void> {
  if ((await findEngine(db, shopId, id)) === null)
    throw new Refused("There is no such engine. Go back to the bench.", 404);
  const [inHand] = await db
    .select({ jobId: jobsInHand.jobId })
    .from(jobsInHand)
    .innerJoin(jobs, and(eq(jobs.shopId, jobsInHand.shopId), eq(jobs.id, jobsInHand.jobId)))
    .where(and(eq(jobsInHand.shopId, shopId), eq(jobs.engineId, id)))
    .limit(1);
  if (archived && inHand !== undefined)
    throw new Refused("A job is in hand on this engine: close it, or call it off first.", 409);
  await db
    .update(engines)
    .set({ archivedAt: archived ? sql`coalesce(${engines.archivedAt}, now())` : null })
    .where(and(eq(engines.shopId, shopId), eq(engines.id, id)));
}

const specPart = z.looseObject({
  lash: engineFileSchema.shape.lash,
  otherLash: engineFileSchema.shape.otherLash,
  adjuster: engineFileSchema.shape.adjuster,
});

/** Replaces lash spec, adjuster and, where they are given, the other sources of the engine's model. @throws Refused, CalcProblem */
export async function changeSpec(db: Database, actor: Actor, id: string, part: unknown): Promise<void> {
  const { lash, otherLash, adjuster } = parseInput(specPart, part);
  await keepFile(db, actor, id, ({ otherLash: standing, ...before }) => {
    const others = otherLash ?? standing ?? [];
    return { ...before, lash, adjuster, ...(others.length === 0 ? {} : { otherLash: others }) };
  });
}

const heatSchema = z.strictObject({ heat: engineFileSchema.shape.heat.nullable() });

/** Replaces what makes the lash of the engine's model grow with heat; null takes it away. @throws Refused, CalcProblem */
export async function changeHeat(db: Database, actor: Actor, id: string, part: unknown): Promise<void> {
  const { heat } = parseInput(heatSchema, part);
  await keepFile(db, actor, id, ({ heat: _, ...before }) => (heat == null ? before : { ...before, heat }));
}

const specText = ({ lash, otherLash }: EngineFile): string => JSON.stringify([lash ?? null, otherLash ?? []]);

/** @throws Refused where there is no such engine, or its spec is not this person's to change */
async function keepFile(
  db: Database,
  actor: Actor,
  id: string,
  change: (before: EngineFile) => unknown,
): Promise<void> {
  const engine = await findEngine(db, actor.shopId, id);
  if (engine === null) throw new Refused("There is no such engine. Go back to the bench.", 404);
  const file = asEngineFile(parseInput(engineFileSchema, change(engine.file)));
  // Whoever takes an engine in gives it the spec that it came with; another one is for a lead to give.
  if (engine.file.lash != null && specText(engine.file) !== specText(file)) permit(actor, "spec");
  await db
    .update(engineModels)
    .set({ file, changedAt: new Date() })
    .where(
      and(
        eq(engineModels.shopId, actor.shopId),
        eq(engineModels.id, db.select({ id: engines.modelId }).from(engines).where(eq(engines.id, id))),
      ),
    );
}
