/** Who has a shared device, since the shop did not answer. */
import { type HandedTo, deviceDatabase } from "./database";

/** Who has this device since the shop was last asked; null where whoever is signed in has. */
export async function handedTo(): Promise<HandedTo | null> {
  return (await (await deviceDatabase()).get("handed", "here")) ?? null;
}

/** Hands this device to somebody, to nobody, or (null) to whoever is signed in. */
export async function handTo(to: HandedTo | null): Promise<void> {
  const db = await deviceDatabase();
  await (to === null ? db.delete("handed", "here") : db.put("handed", to, "here"));
}
