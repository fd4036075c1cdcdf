import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changePassword, passwordInput } from "@/server/signIn/signIn";

/** Another password for oneself. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await asActor("own habits");
    return changePassword(await readCommand(request, passwordInput));
  });
}
