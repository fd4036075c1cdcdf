import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { addEngine, addEngineInput } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Takes an engine into the shop, from its file. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const input = await readCommand(request, addEngineInput);
    return NextResponse.json(await addEngine(...(await asActor()), input));
  });
}
