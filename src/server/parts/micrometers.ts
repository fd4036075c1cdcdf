/** The shop's micrometers and how they were checked. */
import { and, asc, desc, eq, sql } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import type { Micrometer } from "@/core/parts/micrometer";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { micrometerChecks, micrometers } from "@/db/schema";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { isTaken } from "@/db/sqlStates";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";

/** By name, each with its latest check. */
export async function listMicrometers(db: Database, shopId: string): Promise<Micrometer[]> {
  const [all, checks] = await Promise.all([
    db.select().from(micrometers).where(eq(micrometers.shopId, shopId)).orderBy(asc(micrometers.name)),
    db
      .selectDistinctOn([micrometerChecks.micrometerId])
      .from(micrometerChecks)
      .where(eq(micrometerChecks.shopId, shopId))
      .orderBy(micrometerChecks.micrometerId, desc(micrometerChecks.at)),
  ]);
  const latest = new Map(checks.map((c) => [c.micrometerId, { pieceMm: c.pieceMm, readMm: c.readMm }]));
  return all.map((m) => ({
    id: m.id,
    name: m.name,
    stepMm: m.stepMm,
    check: latest.get(m.id) ?? null,
    retired: m.retiredAt !== null,
  }));
}

const nameText = z
  .string()
  .trim()
  .min(1, "Give it a name, as it is scratched on its frame.")
  .max(60, "Keep the name within 60 characters.");
const id = idInput;
const figure = z.string().trim().min(1, "Type a length, like 2.500.").max(40);

export const addMicrometerInput = z.strictObject({
  id,
  name: nameText,
  step: figure.default("0.01"),
});

/** @throws Refused when the name is taken, CalcProblem */
export async function addMicrometer(
  db: Database,
  actor: Actor,
  { id: micrometerId, name, step }: z.infer<typeof addMicrometerInput>,
): Promise<void> {
  const stepMm = parseLength(step)?.mm ?? 0;
  if (stepMm <= 0 || stepMm > 0.1)
    throw new CalcProblem("The least it shows lies above nothing and up to 0.1 mm, like 0.01.", "step");
  const taken = (await listMicrometers(db, actor.shopId)).find((m) => m.name === name);
  if (taken !== undefined && taken.id !== micrometerId)
    throw new Refused("There is one of that name already: give it another.", 409, "name");
  await once(db, actor, { what: "micrometer", id: micrometerId, input: { name, step } }, async (tx) => {
    await tx.insert(micrometers).values({ id: micrometerId, shopId: actor.shopId, name, stepMm });
  });
}

export const changeMicrometerInput = z.strictObject({ name: nameText, retired: z.boolean() });

/** Another name, or that nothing is measured with it any more: what was measured with it stays. @throws Refused */
export async function changeMicrometer(
  db: Database,
  { shopId }: Actor,
  micrometerId: string,
  { name, retired }: z.infer<typeof changeMicrometerInput>,
): Promise<void> {
  const none = new Refused("This micrometer is not in the shop.", 404);
  if (!isId(micrometerId)) throw none;
  const changed = await db
    .update(micrometers)
    .set({ name, retiredAt: retired ? sql`coalesce(${micrometers.retiredAt}, now())` : null })
    .where(and(eq(micrometers.shopId, shopId), eq(micrometers.id, micrometerId)))
    .returning({ id: micrometers.id })
    .catch((error: unknown) => {
      if (isTaken(error, "micrometers_name_once"))
        throw new Refused("There is one of that name already: give it another.", 409, "name");
      throw error;
    });
  if (changed.length === 0) throw none;
}

export const checkMicrometerInput = z.strictObject({ id, micrometerId: id, piece: figure, read: figure });

/** Keeps a check: its zero from now on. Parts that were measured before stay as they were put right then. @throws Refused, CalcProblem */
export async function checkMicrometer(
  db: Database,
  actor: Actor,
  input: z.infer<typeof checkMicrometerInput>,
  at?: Date,
): Promise<void> {
  const [piece, read] = [parseLength(input.piece), parseLength(input.read)];
  if (piece === null || piece.mm <= 0)
    throw new CalcProblem(`"${input.piece}" is not the size of a check piece: write it like 2.500.`, "piece");
  if (read === null) throw new CalcProblem(`"${input.read}" is not a reading: write it like 2.510.`, "read");
  if (Math.abs(read.mm - piece.mm) > 1)
    throw new CalcProblem("That is more than 1 mm off: is it the right piece, and the right unit?", "read");
  const [known] = await db
    .select({ id: micrometers.id })
    .from(micrometers)
    .where(and(eq(micrometers.shopId, actor.shopId), eq(micrometers.id, input.micrometerId)));
  if (known === undefined) throw new Refused("This micrometer is not in the shop.", 404);
  await once(db, actor, { what: "check piece", id: input.id, input }, async (tx) => {
    await tx.insert(micrometerChecks).values({
      id: input.id,
      shopId: actor.shopId,
      micrometerId: input.micrometerId,
      pieceMm: piece.mm,
      readMm: read.mm,
      personId: actor.person.id,
      ...(at === undefined ? {} : { at }),
    });
  });
}
