/** Who may take over the device that asks, before anybody is signed in. */
import { eq } from "drizzle-orm";
import type { AtDoor } from "@/core/shop/person";
import { database, ofShop } from "@/db/connect";
import { shops } from "@/db/schema";
import { deviceHere, peopleAtDoor } from "./devices";
import { demoHere } from "./session";

interface DoorHere {
  readonly shopName: string;
  /** A name is proof enough. */
  readonly madeUp: boolean;
  readonly people: readonly AtDoor[];
}

/** Null on a device that is no shared one, where no shop is made up. */
export async function doorHere(): Promise<DoorHere | null> {
  const device = await deviceHere();
  const demo = device === null ? await demoHere() : null;
  const shopId = device?.shopId ?? (demo === null || demo === "not begun" ? null : demo.shop.id);
  if (shopId === null) return null;
  const db = ofShop(database(), shopId);
  const [shop] = await db.select().from(shops).where(eq(shops.id, shopId));
  if (shop === undefined) return null;
  return { shopName: shop.name, madeUp: shop.madeUp, people: await peopleAtDoor(db, shop.id, shop.madeUp) };
}
