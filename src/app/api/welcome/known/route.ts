import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { join, joinInput } from "@/server/signIn/signIn";

/** Into a shop by a link that its lead gave, with the name and password that one has from another shop. */
export function POST(request: NextRequest) {
  return respond(request, async () => join(request, await readCommand(request, joinInput)));
}
