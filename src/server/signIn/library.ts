/**
 * The sign-in library, set to what a shop needs: names and passwords, no mail, nothing that leaves the machine. What is
 * offered of it to the outside goes through our own routes.
 */
import { AsyncLocalStorage } from "node:async_hooks";
import { randomUUID } from "node:crypto";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { createAuthEndpoint } from "better-auth/api";
import { setSessionCookie } from "better-auth/cookies";
import { username } from "better-auth/plugins/username";
import { z } from "zod";
import { PASSWORD_LENGTH, signInName } from "@/core/shop/signInName";
import { database } from "@/db/connect";
import { accounts, sessions, users, verifications } from "@/db/schema";

const DAY_S = 24 * 3600;
/** On a device of one's own. */
const SESSION_DAYS = 30;
/** On a shared one: nobody's shift is longer. */
export const SHIFT_S = 16 * 3600;
/** How long a link for a new password is good. */
export const LINK_HOURS = 72;

/** Takes the token that the library would have mailed. */
export const handedOut = new AsyncLocalStorage<{ token?: string }>();

/** Begins a session for somebody who proved otherwise who they are: by PIN, or by beginning the shop. */
const entering = {
  id: "entering",
  endpoints: {
    enter: createAuthEndpoint(
      "/enter",
      {
        method: "POST",
        body: z.object({ userId: z.string(), deviceId: z.string().nullable(), shopId: z.string() }),
        metadata: { SERVER_ONLY: true },
      },
      async (ctx) => {
        const { userId, deviceId, shopId } = ctx.body;
        const user = await ctx.context.internalAdapter.findUserById(userId);
        if (user === null) throw new RangeError("enter: no such user");
        const until = deviceId === null ? {} : { expiresAt: new Date(Date.now() + SHIFT_S * 1000) };
        const session = await ctx.context.internalAdapter.createSession(
          userId,
          false,
          { deviceId, shopId, ...until },
          true,
        );
        await setSessionCookie(ctx, { session, user });
        return ctx.json({ ok: true });
      },
    ),
  },
};

/** Where people reach the app, when a proxy stands before it: over TLS the cookies are kept to that. */
const address = (): string => process.env["FULCRATA_URL"] ?? "";

/** With what sessions are signed. @throws Error when SIGN_IN_SECRET is not set: the start command gives it */
export function signInSecret(): string {
  const secret = process.env["SIGN_IN_SECRET"] ?? "";
  if (secret.length < 32) throw new Error("SIGN_IN_SECRET is not set: start the app with npm start.");
  return secret;
}

const PREFIX = "fulcrata";
/** The names that the cookie of a session goes by: over TLS it has a prefix that keeps it to that. */
export const SESSION_COOKIES = [`__Secure-${PREFIX}.session_token`, `${PREFIX}.session_token`] as const;

const make = () =>
  betterAuth({
    appName: "Fulcrata",
    baseURL: address() === "" ? "http://127.0.0.1" : address(),
    basePath: "/api/auth",
    secret: signInSecret(),
    telemetry: { enabled: false },
    logger: { disabled: true },
    database: drizzleAdapter(database(), {
      provider: "pg",
      schema: { user: users, session: sessions, account: accounts, verification: verifications },
    }),
    advanced: {
      cookiePrefix: PREFIX,
      useSecureCookies: address().startsWith("https:"),
      database: { generateId: () => randomUUID() },
    },
    session: {
      expiresIn: SESSION_DAYS * DAY_S,
      // A session ends when it was said that it would: looking at it makes none longer.
      disableSessionRefresh: true,
      additionalFields: {
        deviceId: { type: "string", required: false, input: false },
        shopId: { type: "string", required: false, input: false },
      },
    },
    // Our own count of tries holds over all processes, and for PINs as well.
    rateLimit: { enabled: false },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: PASSWORD_LENGTH.least,
      maxPasswordLength: PASSWORD_LENGTH.most,
      resetPasswordTokenExpiresIn: LINK_HOURS * 3600,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ token }) => {
        const to = handedOut.getStore();
        if (to !== undefined) to.token = token;
      },
    },
    plugins: [
      username({
        displayUsername: false,
        minUsernameLength: 1,
        maxUsernameLength: 60,
        usernameNormalization: signInName,
        usernameValidator: () => true,
      }),
      entering,
    ],
  });

let made: ReturnType<typeof make> | null = null;

/** The process's own. @throws Error as above */
export function library(): ReturnType<typeof make> {
  made ??= make();
  return made;
}
