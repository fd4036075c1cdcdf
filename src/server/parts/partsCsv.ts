/** Importing parts from CSV: all or none, once. */
import { z } from "zod";
import type { Database } from "@/db/connect";
import { insertMany } from "@/db/insertMany";
import { partMoves, parts } from "@/db/schema";
import { heavy } from "../heavy/heavy";
import type { Actor } from "../http/who";
import { idInput } from "../http/id";
import { once } from "../http/once";
import { rowId } from "../http/rowId";
import { listMicrometers } from "./micrometers";
import type { PartLine } from "./partsCsvLines";

export const partsCsvInput = z.strictObject({
  id: idInput,
  text: z.string().min(1, "Choose a file, or paste its text.").max(500_000, "That is too long for one import."),
});

/** So many that others are answered in between. */
const LINES_AT_ONCE = 250;

/** Imports parts from CSV, all or none; the same command adds them once. @throws CalcProblem naming the line */
export async function addPartsCsv(db: Database, actor: Actor, input: z.infer<typeof partsCsvInput>): Promise<number> {
  const known = new Map((await listMicrometers(db, actor.shopId)).map((m) => [m.name, m]));
  const lines = await heavy("parts.csv", { text: input.text, micrometers: [...known.keys()] }, actor.shopId);
  const rowsOf = ({ micrometer: named, count, ...part }: PartLine, i: number) => {
    const micrometer = named === null ? undefined : known.get(named);
    const partId = rowId(input.id, i, "part");
    const own = { shopId: actor.shopId };
    return {
      part: {
        ...part,
        ...own,
        id: partId,
        micrometerId: micrometer?.id ?? null,
        readMm: micrometer === undefined ? null : (part.readMm ?? part.thicknessMm),
      },
      move: {
        ...own,
        id: rowId(input.id, i, "move"),
        partId,
        change: count,
        reason: "counted" as const,
        personId: actor.person.id,
      },
    };
  };
  await once(db, actor, { what: "parts", id: input.id, input }, async (tx) => {
    for (let from = 0; from < lines.length; from += LINES_AT_ONCE) {
      const some = lines.slice(from, from + LINES_AT_ONCE).map((line, i) => rowsOf(line, from + i));
      await insertMany(
        tx,
        parts,
        some.map((r) => r.part),
      );
      await insertMany(
        tx,
        partMoves,
        some.map((r) => r.move),
      );
    }
  });
  return lines.length;
}
