import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { changeSettings, settingsInput } from "@/server/shop/shopSettings";

/** Says how long squeezed lifters bleed down in this shop, or for how long cautions are confirmed again by one tap. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await changeSettings(...(await asActor("settings")), await readCommand(request, settingsInput));
    return NextResponse.json({ ok: true });
  });
}
