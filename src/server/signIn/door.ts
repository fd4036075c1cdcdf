/** Who may take over the device that asks, before anybody is signed in. */
import { eq } from "drizzle-orm";
import type { AtDoor } from "@/core/shop/person";
import { database } from "@/db/connect";
import { shops } from "@/db/schema";
import { deviceHere, peopleAtDoor } from "./devices";

interface DoorHere {
  readonly shopName: string;
  /** A name is proof enough. */
  readonly madeUp: boolean;
  readonly people: readonly AtDoor[];
}

/** Null on a device that is no shared one, where no shop is made up. */
export async function doorHere(): Promise<DoorHere | null> {
  const db = database();
  const device = await deviceHere();
  const [shop] = await db
    .select()
    .from(shops)
    .where(device === null ? eq(shops.madeUp, true) : eq(shops.id, device.shopId))
    .limit(1);
  if (shop === undefined) return null;
  return { shopName: shop.name, madeUp: shop.madeUp, people: await peopleAtDoor(db, shop.id, shop.madeUp) };
}
