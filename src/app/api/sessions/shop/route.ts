import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { readCommand, respond } from "@/server/http/http";
import { idInput } from "@/server/http/id";
import { asActor } from "@/server/http/inShop";
import { lookAt } from "@/server/signIn/signIn";

/** Another of the shops where one works, from now on. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await asActor("own habits");
    await lookAt((await readCommand(request, z.strictObject({ shopId: idInput }))).shopId);
    return NextResponse.json({ ok: true });
  });
}
