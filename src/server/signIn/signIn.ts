/** Signing in and out, passwords and PINs. */
import { and, eq, isNull, sql } from "drizzle-orm";
import { hashPassword, verifyPassword } from "better-auth/crypto";
import { APIError } from "better-auth/api";
import { headers } from "next/headers";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import type { Person, ShopLine } from "@/core/shop/person";
import { PASSWORD_LENGTH, signInName } from "@/core/shop/signInName";
import { type Database, database, ofShop } from "@/db/connect";
import { accounts, people, pins, sessions, users } from "@/db/schema";
import { isRefusedBy } from "@/db/sqlStates";
import type { Actor } from "../http/who";
import { addressOf } from "../http/http";
import { idInput, isId } from "../http/id";
import { asking, logRefusal } from "../http/log";
import { Refused } from "../http/refused";
import { type SharedDevice, deviceHere } from "./devices";
import { LINK_HOURS, handedOut, library } from "./library";
import { passFor, whoseOf } from "./pass";
import { newPassword, newPin } from "./proof";
import { endSessions, onDevice, ownSession } from "./sessions";
import { count, forget } from "./tries";

export const signInInput = z.strictObject({
  name: z.string().trim().min(1, "Type your name.").max(60, "Keep it within 60 characters."),
  password: z.string().min(1, "Type your password.").max(PASSWORD_LENGTH.most, "That is no password of this shop."),
});
export const pinInput = z.strictObject({ personId: idInput, pin: z.string().min(1, "Type your PIN.").max(20) });

/** What the library answered, as an answer of our own with its cookies. */
function withCookies(from: Headers, body: object = { ok: true }): NextResponse {
  const response = NextResponse.json(body);
  for (const cookie of from.getSetCookie()) response.headers.append("set-cookie", cookie);
  return response;
}

export interface WorksIn {
  readonly shopId: string;
  readonly shopName: string;
  readonly personId: string;
}

/** The people that a user is, in the shops where they still work, by the shops' names. */
export async function worksIn(userId: string): Promise<WorksIn[]> {
  const { rows } = await database().execute<{ shop_id: string; shop_name: string; person_id: string }>(
    sql`select * from works_in(${userId})`,
  );
  return rows.map((r) => ({ shopId: r.shop_id, shopName: r.shop_name, personId: r.person_id }));
}

/** Proves by name and password who asks, and begins a session that looks at no shop yet. @throws Refused */
async function proven(request: NextRequest, { name, password }: z.infer<typeof signInInput>) {
  const address = addressOf(request);
  const key = `${address} ${signInName(name)}`;
  await count("address", address);
  await count("name", signInName(name));
  await count("password", key);
  const wrong = new Refused("Name and password don't go together. Look at both, or ask a lead for a new link.", 401);
  const { headers: answered, response } = await library()
    .api.signInUsername({ body: { username: name, password }, headers: await headers(), returnHeaders: true })
    .catch((error: unknown) => {
      if (!(error instanceof APIError)) throw error;
      logRefusal(asking.getStore(), "wrong name or password");
      throw wrong;
    });
  await forget("password", key);
  const [session] = await database().select().from(sessions).where(eq(sessions.token, response.token));
  return { answered, session, wrong };
}

/** By name and password. @throws Refused */
export async function signIn(request: NextRequest, input: z.infer<typeof signInInput>): Promise<NextResponse> {
  const { answered, session, wrong } = await proven(request, input);
  const shops = session === undefined ? [] : await worksIn(session.userId);
  const here = await deviceHere();
  const at = shops.find((s) => s.shopId === here?.shopId) ?? shops[0];
  const device = here?.shopId === at?.shopId ? here : null;
  if (session === undefined || at === undefined) {
    if (session !== undefined) await database().delete(sessions).where(eq(sessions.id, session.id));
    logRefusal(asking.getStore(), "signed in, and works in no shop");
    throw wrong;
  }
  await database()
    .update(sessions)
    .set({
      shopId: at.shopId,
      ...(device === null ? {} : onDevice(device.id)),
    })
    .where(eq(sessions.id, session.id));
  return withCookies(answered);
}

/** Begins a session for somebody who is known otherwise. */
export async function enter(
  userId: string,
  shopId: string,
  device: SharedDevice | null,
  body?: object,
): Promise<NextResponse> {
  const { headers: answered } = await library().api.enter({
    body: { userId, shopId, deviceId: device?.id ?? null },
    headers: await headers(),
    returnHeaders: true,
  });
  return withCookies(answered, body);
}

/** Whoever is chosen in the made-up shop. @throws Refused */
export async function enterDemo(db: Database, shopId: string, personId: string): Promise<NextResponse> {
  const [found] = await db
    .select({ userId: people.userId })
    .from(people)
    .where(and(eq(people.shopId, shopId), eq(people.id, personId), isNull(people.retiredAt)));
  if (found === undefined || found.userId === null)
    throw new Refused("This person is not in the shop. Choose another name.", 422, "personId");
  return enter(found.userId, shopId, null);
}

/** On a shared device, by name and PIN; whoever was at work there is signed out. @throws Refused */
export async function signInByPin({ personId, pin }: z.infer<typeof pinInput>): Promise<NextResponse> {
  const device = await deviceHere();
  if (device === null)
    throw new Refused("A PIN is taken on the shop's shared devices only: sign in with your password.", 403);
  const { userId, setAt, ...person } = await provenByPin(device.shopId, personId, pin);
  if (userId === null) throw new Refused("They have no way to sign in yet: a lead gives them a link.", 403);
  await endSessionHere();
  // What proves them there while the shop does not answer: the device seals it with the PIN.
  return enter(userId, device.shopId, device, { person, pass: passFor(device, person.id, setAt, Date.now()) });
}

export const passInput = z.strictObject({ pass: z.string().max(1000) });

/** Whoever took over a shared device while the shop did not answer is signed in there. @throws Refused */
export async function signInByPass({ pass }: z.infer<typeof passInput>): Promise<NextResponse> {
  const { device, userId } = await whoseOf(pass, Date.now());
  await endSessionHere();
  return enter(userId, device.shopId, device);
}

const PERSON = { id: people.id, name: people.name, role: people.role, school: people.school };

/** Whoever a PIN proves to be there. @throws Refused */
export async function provenByPin(
  shopId: string,
  personId: string,
  pin: string,
): Promise<Person & { userId: string | null; setAt: Date }> {
  await count("pin", `${shopId}:${personId}`);
  const [found] = await ofShop(database(), shopId)
    .select({ ...PERSON, userId: people.userId, hash: pins.hash, setAt: pins.setAt })
    .from(people)
    .innerJoin(pins, and(eq(pins.shopId, people.shopId), eq(pins.personId, people.id)))
    .where(and(eq(people.shopId, shopId), eq(people.id, personId), isNull(people.retiredAt)));
  if (found === undefined || !(await verifyPassword({ hash: found.hash, password: pin }))) {
    logRefusal(asking.getStore(), "wrong PIN", { of: personId });
    throw new Refused("That is not the PIN of this name.", 401, "pin");
  }
  await forget("pin", `${shopId}:${personId}`);
  const { hash: _, ...person } = found;
  return person;
}

/** Ends the session of the device that asks; there may be none. */
export async function endSessionHere(): Promise<NextResponse> {
  const { headers: answered } = await library().api.signOut({ headers: await headers(), returnHeaders: true });
  return withCookies(answered);
}

export const passwordInput = z.strictObject({
  current: z.string().min(1, "Type the password that you have."),
  password: newPassword,
});

/**
 * Does what only whoever has a password may do, when the library took it.
 * @throws Refused where it is another's, or was wrong too often
 */
async function byPassword<T>(userId: string, work: () => Promise<T>): Promise<T> {
  const key = `change:${userId}`;
  await count("password", key);
  const done = await work().catch((error: unknown) => {
    if (!(error instanceof APIError)) throw error;
    logRefusal(asking.getStore(), "wrong password at a change");
    throw new Refused("That is not the password that you have.", 403, "current");
  });
  await forget("password", key);
  return done;
}

/** Another password for oneself; every other session of theirs ends. @throws Refused */
export async function changePassword({ current, password }: z.infer<typeof passwordInput>): Promise<NextResponse> {
  const { userId } = await ownSession();
  const { headers: answered } = await byPassword(userId, async () =>
    library().api.changePassword({
      body: { currentPassword: current, newPassword: password, revokeOtherSessions: false },
      headers: await headers(),
      returnHeaders: true,
    }),
  );
  await endSessions(null);
  return withCookies(answered);
}

export const newPinInput = z.strictObject({ current: z.string().min(1, "Type your password."), pin: newPin });

const keepPin = async (db: Database, shopId: string, personId: string, pin: string): Promise<void> => {
  const hash = await hashPassword(pin);
  await db
    .insert(pins)
    .values({ shopId, personId, hash })
    .onConflictDoUpdate({ target: [pins.shopId, pins.personId], set: { hash, setAt: new Date() } });
};

/** Another PIN for whoever acts, who proves themselves by their password: a PIN stands for them. @throws Refused */
export async function setPin(
  db: Database,
  { shopId, person }: Actor,
  { current, pin }: z.infer<typeof newPinInput>,
): Promise<void> {
  const { userId } = await ownSession();
  await byPassword(userId, async () =>
    library().api.verifyPassword({ body: { password: current }, headers: await headers() }),
  );
  await keepPin(db, shopId, person.id, pin);
}

/**
 * A link by which somebody of the shop chooses a new password, once. It ends no session until it is used.
 * @throws Refused
 */
export async function linkFor(
  db: Database,
  shopId: string,
  personId: string,
): Promise<{ path: string; hours: number }> {
  const nobody = new Refused("There is nobody of this kind in the shop who could sign in.", 404);
  if (!isId(personId)) throw nobody;
  const [found] = await db
    .select({ email: users.email, userId: users.id })
    .from(people)
    .innerJoin(users, eq(users.id, people.userId))
    .where(and(eq(people.shopId, shopId), eq(people.id, personId), isNull(people.retiredAt)));
  if (found === undefined) throw nobody;
  // A new password opens every shop that they work in: no single one of them hands it out.
  if ((await worksIn(found.userId)).length > 1)
    throw new Refused(
      "They work in another shop too, with the same password. Whoever runs this server gives them a link: npm run sign-in-link.",
      403,
    );
  const to: { token?: string } = {};
  await handedOut.run(to, () => library().api.requestPasswordReset({ body: { email: found.email } }));
  if (to.token === undefined) throw new Error("linkFor: the library handed out no token");
  return { path: `/welcome/${to.token}`, hours: LINK_HOURS };
}

export const welcomeInput = z.strictObject({
  token: z.string().min(1).max(100),
  password: newPassword,
  pin: newPin.nullable(),
});

const SPENT = "This link was used already, or is too old: ask a lead for another.";

interface Whose {
  readonly userId: string;
  readonly name: string;
  readonly signInName: string;
  /** They never had a password. */
  readonly isNew: boolean;
}

/** Whom a link is for; null when it is spent. */
export async function whoseLink(token: string): Promise<Whose | null> {
  const { internalAdapter } = await library().$context;
  const found = await internalAdapter.findVerificationValue(`reset-password:${token}`);
  if (found === null || found.expiresAt < new Date()) return null;
  const [user] = await database().select().from(users).where(eq(users.id, found.value));
  if (user === undefined) return null;
  const [account] = await database().select({ id: accounts.id }).from(accounts).where(eq(accounts.userId, user.id));
  return { userId: user.id, name: user.name, signInName: user.username, isNew: account === undefined };
}

/** A password, and a PIN where one is given, by a link; and in. @throws Refused */
export async function welcome(
  request: NextRequest,
  { token, password, pin }: z.infer<typeof welcomeInput>,
): Promise<NextResponse> {
  await count("address", addressOf(request));
  const whose = await whoseLink(token);
  const [at] = whose === null ? [] : await worksIn(whose.userId);
  if (whose === null || at === undefined) throw new Refused(SPENT, 409);
  await library()
    .api.resetPassword({ body: { token, newPassword: password } })
    .catch((error: unknown) => {
      if (error instanceof APIError) throw new Refused(SPENT, 409);
      throw error;
    });
  if (pin !== null)
    for (const { shopId, personId } of await worksIn(whose.userId))
      await keepPin(ofShop(database(), shopId), shopId, personId, pin);
  await forget("name", whose.signInName);
  await forget("password", `${addressOf(request)} ${whose.signInName}`);
  const device = await deviceHere();
  return enter(whose.userId, at.shopId, device?.shopId === at.shopId ? device : null);
}

export const joinInput = signInInput.extend({ token: z.string().min(1).max(100) });

/** By a link, as whoever signs in already for another shop; and in. @throws Refused */
export async function join(
  request: NextRequest,
  { token, ...who }: z.infer<typeof joinInput>,
): Promise<NextResponse> {
  const whose = await whoseLink(token);
  if (whose === null) throw new Refused(SPENT, 409);
  const { answered, session, wrong } = await proven(request, who);
  if (session === undefined) throw wrong;
  try {
    const { rows } = await database().execute<{ shop: string }>(
      sql`select join_as(${token}, ${session.userId}) as shop`,
    );
    await database()
      .update(sessions)
      .set({ shopId: rows[0]?.shop ?? null })
      .where(eq(sessions.id, session.id));
  } catch (error) {
    await database().delete(sessions).where(eq(sessions.id, session.id));
    if (isRefusedBy(error, "linkOfSomebody")) throw new Refused(SPENT, 409);
    if (isRefusedBy(error, "hereAlready"))
      throw new Refused("This name is in the shop already: sign in, without the link.", 409, "name");
    throw error;
  }
  return withCookies(answered);
}

/** The session that asks looks at another of the shops where its user works. @throws Refused */
export async function lookAt(shopId: string): Promise<void> {
  const { id, userId } = await ownSession();
  if (!(await worksIn(userId)).some((s) => s.shopId === shopId))
    throw new Refused("You don't work in this shop.", 404, "shopId");
  const moved = await database()
    .update(sessions)
    .set({ shopId })
    .where(and(eq(sessions.id, id), isNull(sessions.deviceId)))
    .returning({ id: sessions.id });
  if (moved.length === 0) throw new Refused("A shared device is its shop's: sign in on one of your own.", 403);
}

/** The shops where whoever asks works, and which of them is looked at. @throws Refused */
export async function myShops(shopId: string): Promise<ShopLine[]> {
  const { userId } = await ownSession();
  return (await worksIn(userId)).map((s) => ({ id: s.shopId, name: s.shopName, here: s.shopId === shopId }));
}
