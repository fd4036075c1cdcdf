import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { takeWeek, takeWeekInput } from "@/server/parts/week";

/** Fits the parts of several jobs that were worked out together. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await takeWeek(...(await asActor("work")), await readCommand(request, takeWeekInput));
    return NextResponse.json({ ok: true });
  });
}
