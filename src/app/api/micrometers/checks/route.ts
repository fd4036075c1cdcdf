import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { checkMicrometer, checkMicrometerInput } from "@/server/micrometers";

/** Keeps how a micrometer read a check piece. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await checkMicrometer(database(), await actor(), await readCommand(request, checkMicrometerInput));
    return NextResponse.json({ ok: true });
  });
}
