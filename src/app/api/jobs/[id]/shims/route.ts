import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { takeShims, takeShimsInput } from "@/server/takeShims";

/** Takes the parts of a job out of the drawers and enters them as fitted. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await takeShims(database(), await actor(), (await params).id, await readCommand(request, takeShimsInput));
    return NextResponse.json({ ok: true });
  });
}
