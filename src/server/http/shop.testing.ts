/** For tests: shops, and people who act in them. */
import { randomUUID } from "node:crypto";
import type { Database } from "@/db/connect";
import { people, shops } from "@/db/schema";
import type { Actor } from "./who";

/** The marks of a set that has any leaf up to 0.60 mm. */
export const HUNDREDTHS = Array.from({ length: 60 }, (_, i) => ((i + 1) / 100).toFixed(2)).join(" ");

/** A shop with Ada, its lead. */
export async function newShop(owner: Database): Promise<Actor> {
  const [shopId, personId] = [randomUUID(), randomUUID()];
  await owner.insert(shops).values({ id: shopId, name: "Bench test" });
  await owner.insert(people).values({ id: personId, shopId, name: "Ada", role: "lead" });
  return { shopId, shopName: "Bench test", person: { id: personId, name: "Ada", role: "lead", school: "go-no-go" } };
}

/** Bo, who works in the same shop. */
export async function colleague(owner: Database, actor: Actor): Promise<Actor> {
  const person = { id: randomUUID(), name: "Bo", role: "mechanic", school: "go-no-go" } as const;
  await owner.insert(people).values({ ...person, shopId: actor.shopId });
  return { ...actor, person };
}
