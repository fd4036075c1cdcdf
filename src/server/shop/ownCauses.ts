/** The shop's own answers to what readings ask. */
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { z } from "zod";
import { CAUSE_SIDES, type OwnCause } from "@/core/job/questions/ownCauses";
import type { Database } from "@/db/connect";
import { shopCauses } from "@/db/schema";
import { isTaken } from "@/db/sqlStates";
import { idInput, isId } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";

/** So many stand below a question that they can still be overlooked. */
const MOST = 16;

/** One of the list, as its lead sees it. */
export interface OwnCauseLine extends OwnCause {
  readonly id: string;
  readonly retired: boolean;
}

const rows = (db: Database, shopId: string, which: "live" | "all") =>
  db
    .select()
    .from(shopCauses)
    .where(and(eq(shopCauses.shopId, shopId), which === "all" ? undefined : isNull(shopCauses.retiredAt)))
    .orderBy(asc(shopCauses.addedAt), asc(shopCauses.id));

type Row = Awaited<ReturnType<typeof rows>>[number];
const causeOf = ({ text, check, side, notWear, addedAt }: Row): OwnCause => ({
  text,
  check,
  side,
  notWear,
  addedAt: addedAt.toISOString(),
});

/** Those that are on the list, or all that ever were, in the order in which they came. */
export const ownCauses = async (db: Database, shopId: string, which: "live" | "all"): Promise<OwnCause[]> =>
  (await rows(db, shopId, which)).map(causeOf);

export const ownCauseLines = async (db: Database, shopId: string): Promise<OwnCauseLine[]> =>
  (await rows(db, shopId, "all")).map((row) => ({ ...causeOf(row), id: row.id, retired: row.retiredAt !== null }));

export const addCauseInput = z.strictObject({
  id: idInput,
  text: z
    .string()
    .trim()
    .min(1, "Say what was found, in a few words.")
    .max(60, "Keep it within 60 characters: it is tapped with a thumb."),
  check: z
    .string()
    .trim()
    .max(160, "Keep it within 160 characters.")
    .transform((c) => (c === "" ? null : c)),
  side: z.enum(CAUSE_SIDES, "Say where it may be what was found."),
  notWear: z.boolean(),
});

/** Puts an answer on the list. Sent twice, it stands there once. @throws Refused */
export async function addCause(
  db: Database,
  actor: Actor,
  { id, ...cause }: z.infer<typeof addCauseInput>,
): Promise<void> {
  const { shopId } = actor;
  try {
    await once(db, actor, { what: "cause", id, input: cause }, async (tx) => {
      await mustFit(tx, shopId);
      await tx.insert(shopCauses).values({ ...cause, id, shopId, addedBy: actor.person.id });
    });
  } catch (error) {
    if (isTaken(error, "shop_causes_once"))
      throw new Refused("This answer is on the list, or was: put it back there.", 409, "text");
    throw error;
  }
}

async function mustFit(tx: Database, shopId: string): Promise<void> {
  const live = await tx.$count(shopCauses, and(eq(shopCauses.shopId, shopId), isNull(shopCauses.retiredAt)));
  if (live >= MOST)
    throw new Refused(`At most ${MOST} answers of your own: take one off the list first.`, 409, "text");
}

export const changeCauseInput = z.strictObject({ retired: z.boolean() });

/** Takes an answer off the list, or puts it back; what was answered with it stays. @throws Refused */
export async function changeCause(
  db: Database,
  { shopId }: Actor,
  id: string,
  { retired }: z.infer<typeof changeCauseInput>,
): Promise<void> {
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    if (!retired) await mustFit(tx, shopId);
    const changed = isId(id)
      ? await tx
          .update(shopCauses)
          .set({ retiredAt: retired ? sql`coalesce(${shopCauses.retiredAt}, now())` : null })
          .where(and(eq(shopCauses.shopId, shopId), eq(shopCauses.id, id)))
          .returning({ id: shopCauses.id })
      : [];
    if (changed.length === 0) throw new Refused("This answer is not on the list. Load the page again.", 404);
  });
}
