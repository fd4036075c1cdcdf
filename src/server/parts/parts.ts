/** Parts in stock: added, and moved. */
import { and, eq } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { DRAWER_PART_KINDS, MOVE_REASONS } from "@/core/parts/part";
import { trueThicknessMm } from "@/core/parts/micrometer";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { isRefusedBy, refusalDetail } from "@/db/sqlStates";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput } from "../http/id";
import { listMicrometers } from "./micrometers";
import { Refused } from "../http/refused";
import { MOST_MM } from "./partsCsvLines";

const id = idInput;
const optional = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `Keep it within ${most} characters.`)
    .transform((t) => (t === "" ? null : t))
    .nullable()
    .default(null);

export const addPartInput = z.strictObject({
  id,
  moveId: id,
  kind: z.enum(DRAWER_PART_KINDS, "Say what kind of part it is."),
  diameter: optional(40),
  mark: optional(30),
  /** What the micrometer showed, or the mark's thickness where it was not measured. */
  thickness: z.string().trim().min(1, "Give its thickness, like 2.65 or .1045 in.").max(40),
  micrometerId: id.nullable().default(null),
  worn: z.boolean().default(false),
  place: optional(60),
  cost: z
    .number("Give the cost as a number.")
    .min(0, "A cost can't be negative.")
    .max(20_000, "A part costs at most 20 000.")
    .nullable()
    .default(null),
  count: z
    .number("Give the count as a number.")
    .int("Give a whole count.")
    .min(1, "At least one.")
    .max(10_000, "At most 10 000 at once."),
});
export type AddPart = z.infer<typeof addPartInput>;

function lengthAt(text: string, path: string, mostMm: number): number {
  const length = parseLength(text);
  if (length === null) throw new CalcProblem(`"${text}" is not a length: write it like 2.65 or .1045 in.`, path);
  if (length.mm <= 0 || length.mm > mostMm)
    throw new CalcProblem(`${length.text} can't be right here: it lies above nothing and up to ${mostMm} mm.`, path);
  return length.mm;
}

/** Adds a part to stock. Sent twice, it is added once. @throws CalcProblem, Refused */
export async function addPart(db: Database, actor: Actor, input: AddPart): Promise<void> {
  const readMm = lengthAt(input.thickness, "thickness", MOST_MM);
  const diameterMm = input.diameter === null ? null : lengthAt(input.diameter, "diameter", 100);
  const micrometer =
    input.micrometerId === null
      ? null
      : (await listMicrometers(db, actor.shopId)).find((m) => m.id === input.micrometerId);
  if (micrometer === undefined) throw new Refused("This micrometer is not in the shop.", 422, "micrometerId");
  if (micrometer === null && input.mark === null)
    throw new Refused("Measure it, or give the mark that stands on it.", 422, "mark");
  const { kind, mark, worn, place, cost, micrometerId } = input;
  await once(db, actor, { what: "part", id: input.id, input }, async (tx) => {
    await tx.insert(parts).values({
      id: input.id,
      shopId: actor.shopId,
      kind,
      diameterMm,
      mark,
      worn,
      place,
      cost,
      micrometerId,
      readMm: micrometer === null ? null : readMm,
      thicknessMm: micrometer === null ? readMm : trueThicknessMm(readMm, micrometer),
    });
    await tx.insert(partMoves).values({
      id: input.moveId,
      shopId: actor.shopId,
      partId: input.id,
      change: input.count,
      reason: "counted",
      personId: actor.person.id,
    });
  });
}

export const movePartInput = z.strictObject({
  id,
  partId: id,
  change: z
    .number("Give the change as a number.")
    .int("Give a whole number.")
    .min(-100_000)
    .max(100_000)
    .refine((n) => n !== 0, "Nothing would change."),
  reason: z.enum(MOVE_REASONS, "Say why it moves."),
  jobId: id.nullable().default(null),
});
export type MovePart = z.infer<typeof movePartInput>;

/** Takes out or puts back. Sent twice, it counts once. @throws Refused when there are not so many */
export async function movePart(db: Database, actor: Actor, { partId, ...move }: MovePart): Promise<void> {
  const [known] = await db
    .select({ id: parts.id })
    .from(parts)
    .where(and(eq(parts.shopId, actor.shopId), eq(parts.id, partId)));
  if (known === undefined) throw new Refused("This part is not in the shop.", 404);
  await once(db, actor, { what: "move", id: move.id, input: { partId, ...move } }, async (tx) => {
    await tx.insert(partMoves).values({ ...move, partId, shopId: actor.shopId, personId: actor.person.id });
  }).catch((error: unknown) => {
    throw refusedMove(error) ?? error;
  });
}

/** What is said when a move can't be; null for any other error. */
export function refusedMove(error: unknown): Refused | null {
  if (isRefusedBy(error, "tooManyParts"))
    return new Refused("That would be over a million of one part: look at the count again.", 422, "change");
  if (!isRefusedBy(error, "tooFewParts")) return null;
  const there = refusalDetail(error) ?? "0";
  return new Refused(
    there === "0" ? "None of these is left: somebody took the last one." : `Only ${there} of these are there.`,
    409,
    "change",
  );
}
