/** The session of whoever asks, with who they are: one question, since it is asked with every entry of everybody. */
import { createHmac, timingSafeEqual } from "node:crypto";
import { and, asc, eq, gt, isNull, or } from "drizzle-orm";
import { cookies } from "next/headers";
import { database } from "@/db/connect";
import { people, sessions, shops } from "@/db/schema";
import { type SharedDevice, deviceHere } from "./devices";
import { SESSION_COOKIES, signInSecret } from "./library";

export interface SessionHere {
  readonly shop: typeof shops.$inferSelect;
  readonly person: typeof people.$inferSelect;
  readonly device: SharedDevice | null;
}

/** The token of a cookie as the library signs it: `token.signature`; null where the signature is none of ours. */
export function tokenOf(cookie: string, secret: string): string | null {
  const at = cookie.lastIndexOf(".");
  if (at < 1) return null;
  const token = cookie.slice(0, at);
  const given = Buffer.from(cookie.slice(at + 1));
  const right = Buffer.from(createHmac("sha256", secret).update(token).digest("base64"));
  return given.length === right.length && timingSafeEqual(given, right) ? token : null;
}

/** Null where nobody is signed in; one that was begun on a shared device is good on no other. */
export async function sessionHere(): Promise<SessionHere | null> {
  const here = await cookies();
  const cookie = SESSION_COOKIES.map((name) => here.get(name)?.value).find((value) => value !== undefined);
  const token = cookie === undefined ? null : tokenOf(cookie, signInSecret());
  if (token === null) return null;
  const [found] = await database()
    .select({ deviceId: sessions.deviceId, person: people, shop: shops })
    .from(sessions)
    .innerJoin(
      people,
      and(
        eq(people.userId, sessions.userId),
        isNull(people.retiredAt),
        or(isNull(sessions.shopId), eq(people.shopId, sessions.shopId)),
      ),
    )
    .innerJoin(shops, eq(shops.id, people.shopId))
    .where(and(eq(sessions.token, token), gt(sessions.expiresAt, new Date())))
    .orderBy(asc(people.shopId))
    .limit(1);
  if (found === undefined) return null;
  const { deviceId, person, shop } = found;
  const device = deviceId === null ? null : await deviceHere();
  return device?.id === (deviceId ?? undefined) ? { shop, person, device } : null;
}
