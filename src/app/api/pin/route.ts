import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { newPinInput, setPin } from "@/server/signIn/signIn";

/** Another PIN for oneself. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await setPin(...(await asActor("own habits")), await readCommand(request, newPinInput));
    return NextResponse.json({ ok: true });
  });
}
