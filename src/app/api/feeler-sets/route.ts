import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { addFeelerSet, addFeelerSetInput } from "@/server/shop/feelerSets";
import { readCommand, respond } from "@/server/http/http";

/** Adds a feeler set to the shop. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await addFeelerSet(...(await asActor("sets")), await readCommand(request, addFeelerSetInput));
    return NextResponse.json({ ok: true });
  });
}
