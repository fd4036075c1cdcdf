import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { addEngine, addEngineInput } from "@/server/engines";
import { readCommand, respond } from "@/server/http";

/** Takes an engine into the shop, from its file. */
export function POST(request: NextRequest) {
  return respond(async () => {
    const input = await readCommand(request, addEngineInput);
    return NextResponse.json(await addEngine(database(), await actor(), input));
  });
}
