/** The session of whoever asks, with who they are: one question, since it is asked with every entry of everybody. */
import { createHmac, timingSafeEqual } from "node:crypto";
import { sql } from "drizzle-orm";
import { cookies } from "next/headers";
import { database } from "@/db/connect";
import type { Person } from "@/core/shop/person";
import type { ShopWays } from "@/core/shop/ways";
import type { TypedUnit } from "@/core/units/typedLength";
import { type SharedDevice, deviceHere } from "./devices";
import { SESSION_COOKIES, signInSecret } from "./library";

interface ShopHere extends ShopWays {
  readonly id: string;
  readonly name: string;
  readonly madeUp: boolean;
  readonly lengthUnit: TypedUnit;
  readonly quietMinutes: number;
}

export interface SessionHere {
  readonly shop: ShopHere;
  readonly person: (Person & { readonly lengthUnit: TypedUnit | null }) | null;
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
  const { rows } = await database().execute<{
    person: SessionHere["person"];
    shop: ShopHere;
    device_id: string | null;
  }>(sql`select * from who_asks(${token})`);
  const [found] = rows;
  if (found === undefined) return null;
  const { person, shop } = found;
  const device = found.device_id === null ? null : await deviceHere();
  return device?.id === (found.device_id ?? undefined) ? { shop, person, device } : null;
}

/** For whoever is not signed in: the made-up shop, where there is one; null where one signs in first. */
export async function demoHere(): Promise<SessionHere | "not begun" | null> {
  const { rows } = await database().execute<{ shop: ShopHere }>(sql`select * from first_shop()`);
  const [found] = rows;
  if (found === undefined) return "not begun";
  return found.shop.madeUp ? { shop: found.shop, person: null, device: null } : null;
}
