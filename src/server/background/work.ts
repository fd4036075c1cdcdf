/** What is done without anybody asking: nightly backups, the clearing of what passes, and orders asked after. */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { lt, sql } from "drizzle-orm";
import { backUp, keepNewest, nightlyIn, nightlyName } from "@/db/backup";
import { type Database, ofShop } from "@/db/connect";
import { hands, orders, sessions, tries, verifications } from "@/db/schema";
import { followOrders, isStillOpen, listOrders } from "../parts/orders";
import { isOpen } from "@/core/parts/order";

export interface Installation {
  /** As its owner, who sees all shops. */
  readonly owner: Database;
  readonly ownerUrl: string;
  /** As the app signs in. */
  readonly app: Database;
  /** Where backups lie, and how many are kept. */
  readonly backups: string;
  readonly backupsKept: number;
}

const counted = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

/** A backup in its folder, and the oldest gone. @returns what came of it */
export async function nightlyBackup(
  { ownerUrl, backups, backupsKept }: Omit<Installation, "owner" | "app">,
  at: Date,
): Promise<string> {
  mkdirSync(backups, { recursive: true, mode: 0o700 });
  const name = nightlyName(at);
  const { rows } = await backUp(ownerUrl, path.join(backups, name));
  const gone = keepNewest(backups, backupsKept);
  return `${counted(rows, "row", "rows")} in ${name}, ${counted(nightlyIn(backups).length, "backup", "backups")} kept${gone > 0 ? `, ${gone} gone` : ""}`;
}

/** Takes out what is gone with its moment: sessions and links that are over, tries that count no more. @returns what came of it */
export async function clearPassing(owner: Database, now: Date): Promise<string> {
  const over = await owner.delete(sessions).where(lt(sessions.expiresAt, now));
  const spent = await owner.delete(verifications).where(lt(verifications.expiresAt, now));
  const forgotten = await owner.delete(tries).where(lt(tries.expire, now.getTime()));
  await owner.delete(hands).where(lt(hands.seenAt, sql`now() - interval '1 day'`));
  return [
    counted(over.rowCount ?? 0, "session", "sessions"),
    counted(spent.rowCount ?? 0, "link", "links"),
    counted(forgotten.rowCount ?? 0, "count of tries", "counts of tries"),
  ].join(", ");
}

/** The shops that have orders which the supplier has not ended. */
export async function shopsThatWait(owner: Database): Promise<string[]> {
  return (await owner.selectDistinct({ id: orders.shopId }).from(orders).where(isStillOpen)).map((o) => o.id);
}

/** Asks after every open order of a shop; what came is in stock. @returns what came of it */
export async function followShop(app: Database, shopId: string): Promise<string> {
  const db = ofShop(app, shopId);
  const open = (await listOrders(db, shopId)).filter(isOpen);
  const after = await followOrders(
    db,
    shopId,
    open.map((o) => o.id),
  );
  const moved = after.filter((o) => o.state !== open.find((was) => was.id === o.id)?.state).length;
  return `${counted(open.length, "order", "orders")} asked after, ${moved} moved on`;
}
