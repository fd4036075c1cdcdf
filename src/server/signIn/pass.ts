/**
 * A pass: what proves somebody on one shared device while the shop does not answer. It is handed out with a PIN that was
 * right, sealed there with that PIN, and sent with what was entered meanwhile. Good for a shift, on that device, as long
 * as that PIN is theirs.
 */
import { and, eq, isNull } from "drizzle-orm";
import { z } from "zod";
import type { Permission } from "@/core/shop/permission";
import type { Person } from "@/core/shop/person";
import { type Database, database, ofShop } from "@/db/connect";
import { people, pins, shops } from "@/db/schema";
import { idInput } from "../http/id";
import { asking, logRefusal } from "../http/log";
import { permit } from "../http/permit";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { type SharedDevice, deviceHere } from "./devices";
import { SHIFT_S } from "./library";
import { seal, unseal } from "./sealed";

const said = z.strictObject({ device: idInput, of: idInput, pin: z.int(), until: z.int() });

/** `pinSetAt` binds it to the PIN that is theirs now. */
export const passFor = (device: SharedDevice, personId: string, pinSetAt: Date, nowMs: number): string =>
  seal("pass", { device: device.id, of: personId, pin: pinSetAt.getTime(), until: nowMs + SHIFT_S * 1000 });

interface Whose {
  readonly device: SharedDevice;
  readonly person: Person;
  readonly userId: string;
}

/** Whose pass it is, on the device that asks. @throws Refused where it is none, of another device, or good no more */
export async function whoseOf(pass: string, nowMs: number): Promise<Whose> {
  const none = new Refused("The shop can't tell who this is any more: they give their PIN here again.", 401);
  const device = await deviceHere();
  const given = unseal("pass", pass, said);
  if (device === null || given === null || given.device !== device.id || given.until < nowMs) {
    logRefusal(asking.getStore(), "a pass that is not good here");
    throw none;
  }
  const [found] = await ofShop(database(), device.shopId)
    .select({
      person: { id: people.id, name: people.name, role: people.role, school: people.school },
      userId: people.userId,
      setAt: pins.setAt,
    })
    .from(people)
    .innerJoin(pins, and(eq(pins.shopId, people.shopId), eq(pins.personId, people.id)))
    .where(and(eq(people.shopId, device.shopId), eq(people.id, given.of), isNull(people.retiredAt)));
  if (found === undefined || found.userId === null || found.setAt.getTime() !== given.pin) {
    logRefusal(asking.getStore(), "a pass of somebody who left, or has another PIN", { of: given.of });
    throw none;
  }
  return { device, person: found.person, userId: found.userId };
}

/** As `asActor`, for whoever made what is sent. @throws Refused */
export async function byPass(pass: string, what: Permission): Promise<[Database, Actor]> {
  const { device, person } = await whoseOf(pass, Date.now());
  const db = ofShop(database(), device.shopId);
  const [shop] = await db.select({ name: shops.name }).from(shops).where(eq(shops.id, device.shopId));
  const actor: Actor = { shopId: device.shopId, shopName: shop?.name ?? "", person };
  permit(actor, what);
  const asked = asking.getStore();
  if (asked !== undefined) Object.assign(asked, { shopId: actor.shopId, personId: person.id });
  return [db, actor];
}
