import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { takeIn, takeInInput } from "@/server/shop/begin";

/** Takes somebody into the shop. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await takeIn(...(await asActor("people")), await readCommand(request, takeInInput));
    return NextResponse.json({ ok: true });
  });
}
