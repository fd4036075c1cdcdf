import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { bleedInput, setBleed } from "@/server/shop/shopSettings";

/** Says how long squeezed lifters bleed down in this shop. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await setBleed(...(await asActor()), await readCommand(request, bleedInput));
    return NextResponse.json({ ok: true });
  });
}
