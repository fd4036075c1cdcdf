/** Commands that make something count once, however often they are sent; the same id with other content is refused. */
import { createHash } from "node:crypto";
import { and, eq } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { commands } from "@/db/schema";
import type { Actor } from "./who";
import { Refused } from "./refused";

interface Command {
  /** What is done, so that one id can't stand for two things. */
  readonly what: string;
  readonly id: string;
  /** What it was sent with. */
  readonly input: unknown;
}

/**
 * Does the work of a command in one transaction, unless it was done. Of several that are sent at once, all but the first
 * wait for it and have nothing left to do.
 * @throws Refused when the id stands for something else
 */
export async function once(
  db: Database,
  { shopId, person }: Actor,
  { what, id, input }: Command,
  work: (tx: Database) => Promise<void>,
): Promise<void> {
  const hash = createHash("sha256").update(JSON.stringify(input)).digest("hex");
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    const [made] = await tx
      .insert(commands)
      .values({ shopId, id, what, hash, personId: person.id })
      .onConflictDoNothing()
      .returning({ id: commands.id });
    if (made !== undefined) return work(tx);
    const [before] = await tx
      .select()
      .from(commands)
      .where(and(eq(commands.shopId, shopId), eq(commands.id, id)));
    if (before?.what !== what || before.hash !== hash)
      throw new Refused("This id was used for something else already. Do it again from its page.", 409);
  });
}
