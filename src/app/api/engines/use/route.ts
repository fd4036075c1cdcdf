import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { countUse, useInput } from "@/server/record/use";

/** What counters of engines show now. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await countUse(...(await asActor("work")), await readCommand(request, useInput));
    return NextResponse.json({ ok: true });
  });
}
