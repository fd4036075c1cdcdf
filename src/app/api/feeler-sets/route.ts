import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { addFeelerSet, addFeelerSetInput } from "@/server/feelerSets";
import { readCommand, respond } from "@/server/http";

/** Adds a feeler set to the shop. */
export function POST(request: NextRequest) {
  return respond(async () => {
    const input = await readCommand(request, addFeelerSetInput);
    await addFeelerSet(database(), await actor(), input);
    return NextResponse.json({ ok: true });
  });
}
