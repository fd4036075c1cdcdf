import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { keepPartOut, partOutInput } from "@/server/partsOut";

/** Keeps what a part that came out measured. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await keepPartOut(database(), await actor(), (await params).id, await readCommand(request, partOutInput));
    return NextResponse.json({ ok: true });
  });
}
