import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { addPart, addPartInput } from "@/server/parts/parts";

/** Adds a part to stock. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await addPart(...(await asActor("work")), await readCommand(request, addPartInput));
    return NextResponse.json({ ok: true });
  });
}
