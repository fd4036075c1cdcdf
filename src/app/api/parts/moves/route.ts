import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { movePart, movePartInput } from "@/server/parts";

/** Takes parts out of a drawer or puts them back. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await movePart(database(), await actor(), await readCommand(request, movePartInput));
    return NextResponse.json({ ok: true });
  });
}
