/** How people prove on the device that asks who they are, for what shows it. */
import { mayDo } from "@/core/shop/permission";
import { database, ofShop } from "@/db/connect";
import { listPeople } from "../http/actor";
import type { PageViewer } from "../http/who";
import { peopleAtDoor } from "./devices";

export async function provingHere({ shopId, person, device, madeUp = false }: PageViewer) {
  const db = ofShop(database(), shopId);
  const alone = person === null || mayDo(person.role, "close") || !mayDo(person.role, "work");
  const [people, all] = await Promise.all([
    madeUp ? listPeople(db, shopId) : [],
    alone ? [] : peopleAtDoor(db, shopId, madeUp),
  ]);
  return {
    demo: madeUp,
    people,
    quietMinutes: device?.quietMinutes ?? null,
    sponsors: all.filter((p) => mayDo(p.role, "close")),
  };
}
