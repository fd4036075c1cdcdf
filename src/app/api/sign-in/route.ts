import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { signIn, signInInput } from "@/server/signIn/signIn";

/** Signs in by name and password. */
export function POST(request: NextRequest) {
  return respond(request, async () => signIn(request, await readCommand(request, signInInput)));
}
