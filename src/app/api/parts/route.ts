import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { addPart, addPartInput } from "@/server/parts";

/** Lays a part into its drawer. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await addPart(database(), await actor(), await readCommand(request, addPartInput));
    return NextResponse.json({ ok: true });
  });
}
