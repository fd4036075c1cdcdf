/** One's own sessions: seen, bound to a device, and ended. */
import { and, desc, eq, gt, ne } from "drizzle-orm";
import { headers } from "next/headers";
import type { SessionLine } from "@/core/shop/person";
import { database } from "@/db/connect";
import { sessions } from "@/db/schema";
import { Refused } from "../http/refused";
import { SHIFT_S, library } from "./library";

/** The session that asks, as the library knows it. @throws Refused when there is none */
export async function ownSession(): Promise<{ readonly id: string; readonly userId: string }> {
  const found = await library().api.getSession({ headers: await headers() });
  if (found === null) throw new Refused("You are signed out: sign in again.", 401);
  return found.session;
}

/** On a shared device one shift, and good with its secret only. */
export const onDevice = (deviceId: string): { readonly deviceId: string; readonly expiresAt: Date } => ({
  deviceId,
  expiresAt: new Date(Date.now() + SHIFT_S * 1000),
});

/** The session that asks is one of this shared device from now on. @throws Refused */
export async function bindSession(deviceId: string): Promise<void> {
  const { id } = await ownSession();
  await database().update(sessions).set(onDevice(deviceId)).where(eq(sessions.id, id));
}

/** Where whoever asks is signed in, the newest first. @throws Refused */
export async function mySessions(): Promise<SessionLine[]> {
  const own = await ownSession();
  const all = await database()
    .select()
    .from(sessions)
    .where(and(eq(sessions.userId, own.userId), gt(sessions.expiresAt, new Date())))
    .orderBy(desc(sessions.createdAt));
  return all.map((s) => ({
    id: s.id,
    here: s.id === own.id,
    browser: s.userAgent ?? "",
    begunAt: s.createdAt,
    shared: s.deviceId !== null,
  }));
}

/** Ends sessions of whoever asks: one, or all but the one that asks. @throws Refused */
export async function endSessions(id: string | null): Promise<void> {
  const own = await ownSession();
  await database()
    .delete(sessions)
    .where(and(eq(sessions.userId, own.userId), id === null ? ne(sessions.id, own.id) : eq(sessions.id, id)));
}
