import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { addMicrometer, addMicrometerInput } from "@/server/micrometers";

/** Adds a micrometer. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await addMicrometer(database(), await actor(), await readCommand(request, addMicrometerInput));
    return NextResponse.json({ ok: true });
  });
}
