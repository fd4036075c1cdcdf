import { RUNS_CACHE } from "@/core/shop/device";
import { send, troubleOf } from "../send";

/** As somebody else, or for another shop, all that a page holds is read anew. */
async function leave(to: string): Promise<null> {
  // A run that opens again without a network would show the next one at work as the one before.
  if ("caches" in window) await caches.delete(RUNS_CACHE).catch(() => false);
  window.location.assign(to);
  return null;
}

/** Ends the session here, and leads to where one signs in; says why it could not. */
export async function signOut(back = "/"): Promise<string | null> {
  const sent = await send("POST", "/api/sign-out", {});
  if (sent.kind !== "done") return troubleOf(sent)?.message ?? null;
  return leave(back === "/" ? "/sign-in" : `/sign-in?back=${encodeURIComponent(back)}`);
}

/** Looks at another of one's shops, on its bench; says why it could not. */
export async function goToShop(shopId: string): Promise<string | null> {
  const sent = await send("POST", "/api/sessions/shop", { shopId });
  return sent.kind === "done" ? leave("/") : (troubleOf(sent)?.message ?? null);
}
