import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { addCause, addCauseInput } from "@/server/shop/ownCauses";

/** Another answer of the shop's own. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await addCause(...(await asActor("settings")), await readCommand(request, addCauseInput));
    return NextResponse.json({ ok: true });
  });
}
