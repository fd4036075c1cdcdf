import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { passInput, signInByPass } from "@/server/signIn/signIn";

/** Signs in whoever took over this shared device while the shop did not answer. */
export function POST(request: NextRequest) {
  return respond(request, async () => signInByPass(await readCommand(request, passInput)));
}
