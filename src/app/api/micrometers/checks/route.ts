import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { checkMicrometer, checkMicrometerInput } from "@/server/parts/micrometers";

/** Keeps how a micrometer read a check piece. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await checkMicrometer(...(await asActor("work")), await readCommand(request, checkMicrometerInput));
    return NextResponse.json({ ok: true });
  });
}
