/** Shared devices: a lead enrolls one, and whoever is in the shop works on it by name and PIN. */
import { createHash, randomBytes, timingSafeEqual } from "node:crypto";
import { and, asc, desc, eq, isNull, ne } from "drizzle-orm";
import { cookies } from "next/headers";
import type { NextResponse } from "next/server";
import { z } from "zod";
import { DEMO_PINS } from "@/core/shop/demoPins";
import type { AtDoor } from "@/core/shop/person";
import { type Database, database, ofShop } from "@/db/connect";
import { devices, people, pins, sessions } from "@/db/schema";
import type { Actor } from "../http/who";
import { idInput, isId } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import { cookieTo } from "./cookie";

const COOKIE = "fulcrata_device";
const TEN_YEARS_S = 10 * 365 * 24 * 3600;

const hashOf = (secret: string): string => createHash("sha256").update(secret).digest("hex");

export interface SharedDevice {
  readonly shopId: string;
  readonly id: string;
  readonly name: string;
}

/** The shared device that asks, by its cookie; null where it is none, or one no more. */
export async function deviceHere(): Promise<SharedDevice | null> {
  const [shopId = "", id = "", secret = ""] = ((await cookies()).get(COOKIE)?.value ?? "").split(".");
  if (!isId(shopId) || !isId(id) || secret === "") return null;
  const [found] = await ofShop(database(), shopId)
    .select()
    .from(devices)
    .where(and(eq(devices.shopId, shopId), eq(devices.id, id), isNull(devices.retiredAt)));
  if (found === undefined) return null;
  const same = timingSafeEqual(Buffer.from(found.hash), Buffer.from(hashOf(secret)));
  return same ? { shopId, id, name: found.name } : null;
}

export const enrollInput = z.strictObject({
  id: idInput,
  name: z
    .string()
    .trim()
    .min(1, "Give this device a name, as one calls it.")
    .max(60, "Keep it within 60 characters."),
});

/** Makes the device that asks a shared one. Sent twice, it is one device, with the newer secret. */
export async function enroll(
  db: Database,
  actor: Actor,
  input: z.infer<typeof enrollInput>,
  response: NextResponse,
): Promise<NextResponse> {
  const secret = randomBytes(32).toString("base64url");
  const { shopId, person } = actor;
  await once(db, actor, { what: "device", id: input.id, input }, async (tx) => {
    await tx
      .insert(devices)
      .values({ shopId, id: input.id, name: input.name, hash: hashOf(secret), enrolledBy: person.id });
  });
  await db
    .update(devices)
    .set({ hash: hashOf(secret) })
    .where(and(eq(devices.shopId, shopId), eq(devices.id, input.id), eq(devices.enrolledBy, person.id)));
  response.cookies.set(COOKIE, `${shopId}.${input.id}.${secret}`, cookieTo(TEN_YEARS_S));
  return response;
}

/** A shared device is one no more: nobody works on it by PIN, and whoever did is signed out there. @throws Refused */
export async function retireDevice(db: Database, { shopId }: Actor, id: string): Promise<void> {
  const none = new Refused("There is no such device in this shop.", 404);
  if (!isId(id)) throw none;
  const done = await db
    .update(devices)
    .set({ retiredAt: new Date() })
    .where(and(eq(devices.shopId, shopId), eq(devices.id, id), isNull(devices.retiredAt)))
    .returning({ id: devices.id });
  if (done.length > 0) {
    await db.delete(sessions).where(eq(sessions.deviceId, id));
    return;
  }
  const [known] = await db
    .select({ id: devices.id })
    .from(devices)
    .where(and(eq(devices.shopId, shopId), eq(devices.id, id)));
  if (known === undefined) throw none;
}

export interface DeviceLine {
  readonly id: string;
  readonly name: string;
  readonly enrolledAt: Date;
}

/** Those in use, the newest first. */
export const listDevices = (db: Database, shopId: string): Promise<DeviceLine[]> =>
  db
    .select({ id: devices.id, name: devices.name, enrolledAt: devices.enrolledAt })
    .from(devices)
    .where(and(eq(devices.shopId, shopId), isNull(devices.retiredAt)))
    .orderBy(desc(devices.enrolledAt));

/** Who may work on a shared device: everybody of its shop, by name. */
export async function peopleAtDoor(db: Database, shopId: string, madeUp: boolean): Promise<AtDoor[]> {
  const all = await db
    .select({ id: people.id, name: people.name, role: people.role, pin: pins.personId })
    .from(people)
    .leftJoin(pins, and(eq(pins.shopId, people.shopId), eq(pins.personId, people.id)))
    .where(and(eq(people.shopId, shopId), ne(people.role, "viewer"), isNull(people.retiredAt)))
    .orderBy(asc(people.name));
  return all.map(({ pin, ...person }) => {
    const shown = madeUp ? DEMO_PINS[person.name] : undefined;
    return { ...person, hasPin: pin !== null, ...(shown === undefined ? {} : { pin: shown }) };
  });
}
