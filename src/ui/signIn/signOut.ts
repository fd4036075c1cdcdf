import { RUNS_CACHE } from "@/core/shop/device";
import { send, troubleOf } from "../send";

/** Ends the session here, and leads to where one signs in; says why it could not. */
export async function signOut(back = "/"): Promise<string | null> {
  const sent = await send("POST", "/api/sign-out", {});
  if (sent.kind !== "done") return troubleOf(sent)?.message ?? null;
  // A run that opens again without a network would show the next one at work as the one before.
  if ("caches" in window) await caches.delete(RUNS_CACHE).catch(() => false);
  window.location.assign(back === "/" ? "/sign-in" : `/sign-in?back=${encodeURIComponent(back)}`);
  return null;
}
