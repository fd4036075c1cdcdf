import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { addMicrometer, addMicrometerInput } from "@/server/parts/micrometers";

/** Adds a micrometer. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await addMicrometer(...(await asActor("work")), await readCommand(request, addMicrometerInput));
    return NextResponse.json({ ok: true });
  });
}
