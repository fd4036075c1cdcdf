import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { pinInput, signInByPin } from "@/server/signIn/signIn";

/** Takes over a shared device by name and PIN. */
export function POST(request: NextRequest) {
  return respond(request, async () => signInByPin(await readCommand(request, pinInput)));
}
