/** The geometry of an engine's rockers: kept with it, revision by revision. */
import { and, desc, eq, lte } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { GEOMETRY_ROLES, type KeptGeometry, typedOf } from "@/core/quick/keptRocker";
import { NOTHING_TYPED, type TypedRocker, quickRocker } from "@/core/quick/rocker";
import type { Database } from "@/db/connect";
import { engineGeometry, people } from "@/db/schema";
import { idInput } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { findEngine } from "./engines";

const field = z.string().max(40, "That is too long.");
const FIELDS = Object.keys(NOTHING_TYPED) as (keyof TypedRocker)[];

export const geometryInput = z.strictObject({
  id: idInput,
  role: z.enum(GEOMETRY_ROLES, "Say for which rockers it holds."),
  typed: z
    .strictObject(Object.fromEntries(FIELDS.map((f) => [f, field])) as Record<keyof TypedRocker, typeof field>)
    .partial(),
});

/** So many revisions are shown: the newest. */
const MOST = 50;

/** Keeps a revision. Sent twice, it is kept once. @throws Refused, CalcProblem at what is wrong or not typed yet */
export async function keepGeometry(
  db: Database,
  actor: Actor,
  engineId: string,
  { id, role, typed }: z.infer<typeof geometryInput>,
  at?: Date,
): Promise<void> {
  if ((await findEngine(db, actor.shopId, engineId)) === null)
    throw new Refused("There is no such engine. Go back to the bench.", 404);
  const whole = typedOf(typed as Partial<TypedRocker>);
  const { answer, problems } = quickRocker(whole);
  for (const [path, why] of Object.entries(problems)) throw new CalcProblem(why, `typed.${path}`);
  if (answer === null) throw new CalcProblem("Type on until there is an answer: then it can be kept.", "typed");
  await once(db, actor, { what: "geometry", id, input: { engineId, role, typed: whole } }, async (tx) => {
    await tx.insert(engineGeometry).values({
      id,
      shopId: actor.shopId,
      engineId,
      role,
      typed: whole,
      personId: actor.person.id,
      ...(at === undefined ? {} : { at }),
    });
  });
}

/** The revisions of an engine, the newest first; those that were there at a moment, where one is given. */
export async function geometryOf(
  db: Database,
  shopId: string,
  engineId: string,
  until?: Date,
): Promise<KeptGeometry[]> {
  const rows = await db
    .select({
      id: engineGeometry.id,
      role: engineGeometry.role,
      typed: engineGeometry.typed,
      at: engineGeometry.at,
      by: people.name,
    })
    .from(engineGeometry)
    .innerJoin(people, and(eq(people.shopId, engineGeometry.shopId), eq(people.id, engineGeometry.personId)))
    .where(
      and(
        eq(engineGeometry.shopId, shopId),
        eq(engineGeometry.engineId, engineId),
        until === undefined ? undefined : lte(engineGeometry.at, until),
      ),
    )
    .orderBy(desc(engineGeometry.at), desc(engineGeometry.id))
    .limit(MOST);
  return rows.map(({ at, typed, ...row }) => ({ ...row, typed: typedOf(typed), at: at.toISOString() }));
}
