import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { takeWeek, takeWeekInput } from "@/server/week";

/** Fits the parts of several jobs that were worked out together. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await takeWeek(database(), await actor(), await readCommand(request, takeWeekInput));
    return NextResponse.json({ ok: true });
  });
}
