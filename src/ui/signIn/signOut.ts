import { send, troubleOf } from "../send";

/** Ends the session here, and leads to where one signs in; says why it could not. */
export async function signOut(back = "/"): Promise<string | null> {
  const sent = await send("POST", "/api/sign-out", {});
  if (sent.kind === "done")
    window.location.assign(back === "/" ? "/sign-in" : `/sign-in?back=${encodeURIComponent(back)}`);
  return troubleOf(sent)?.message ?? null;
}
