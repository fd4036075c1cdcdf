/** What the server hands out and takes back unchanged: readable by anybody, made by nobody else. */
import { createHmac, timingSafeEqual } from "node:crypto";
import type { z } from "zod";
import { signInSecret } from "./library";

const sign = (what: string, text: string): string =>
  createHmac("sha256", signInSecret()).update(`${what} ${text}`).digest("base64url");

/** `what` keeps one kind from standing in for another. */
export function seal(what: string, said: object): string {
  const text = Buffer.from(JSON.stringify(said)).toString("base64url");
  return `${text}.${sign(what, text)}`;
}

/** What a seal holds; null where it is none of ours, or of another kind. */
export function unseal<T>(what: string, sealed: string, schema: z.ZodType<T>): T | null {
  const [text = "", signature = ""] = sealed.split(".");
  const [given, right] = [Buffer.from(signature), Buffer.from(sign(what, text))];
  if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
  const parsed = schema.safeParse(JSON.parse(Buffer.from(text, "base64url").toString("utf8")));
  return parsed.success ? parsed.data : null;
}
