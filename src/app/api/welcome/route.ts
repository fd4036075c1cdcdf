import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { welcome, welcomeInput } from "@/server/signIn/signIn";

/** A password, and a PIN, by a link that a lead gave; and in. */
export function POST(request: NextRequest) {
  return respond(request, async () => welcome(request, await readCommand(request, welcomeInput)));
}
