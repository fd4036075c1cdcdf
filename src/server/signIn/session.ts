/** The session of whoever asks. */
import { headers } from "next/headers";
import { type SharedDevice, deviceHere } from "./devices";
import { library } from "./library";

export interface SessionHere {
  readonly userId: string;
  /** The shop that is looked at; null: their only one. */
  readonly shopId: string | null;
  readonly device: SharedDevice | null;
}

/** Null where nobody is signed in; one that was begun on a shared device is good on no other. */
export async function sessionHere(): Promise<SessionHere | null> {
  const here = await headers();
  // Most of those who ask without one have no cookie at all.
  if (!(here.get("cookie") ?? "").includes("session_token")) return null;
  const found = await library().api.getSession({ headers: here, query: { disableRefresh: true } });
  if (found === null) return null;
  const { userId, shopId, deviceId } = found.session;
  const device = deviceId == null ? null : await deviceHere();
  if (deviceId != null && device?.id !== deviceId) return null;
  return { userId, shopId: shopId ?? null, device };
}
