import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { movePart, movePartInput } from "@/server/parts/parts";

/** Takes parts out of a drawer or puts them back. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await movePart(...(await asActor("work")), await readCommand(request, movePartInput));
    return NextResponse.json({ ok: true });
  });
}
